import type { BlockView, SaveBlocks, Saved } from '@aurelfield/api';
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { ApiError, AwayError } from '../api/client.ts';
import type { Draft, DraftStore } from './draftStore.ts';
import { Autosave, type KeptState } from './autosave.ts';
import { blocksOf, noted, undone } from './steps.ts';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const text = (words: string): BlockView[] => [{ type: 'paragraph', text: words }];

/** A server with one text, which can be away, and which others may change. */
class FakeServer {
  hash = 'h0';
  blocks = text('Begin.');
  isAway = false;
  readonly saved: string[] = [];
  #n = 0;

  readonly save = ({ content, base }: SaveBlocks): Promise<Saved> => {
    if (this.isAway) return Promise.reject(new AwayError());
    if (base !== this.hash) return Promise.reject(new ApiError(409, 'changed', 'Changed.'));
    this.change(content);
    this.saved.push(content.map((block) => block.text).join());
    return Promise.resolve({ contentHash: this.hash, words: 1, lost: [] });
  };

  change(blocks: readonly BlockView[]): void {
    this.blocks = [...blocks];
    this.hash = `h${++this.#n}`;
  }
}

/** A browser's store of one window. */
class FakeDrafts implements DraftStore {
  draft: Draft | undefined;
  find = () => Promise.resolve(this.draft);
  put = (draft: Draft) => {
    this.draft = draft;
    return Promise.resolve();
  };
  forget = () => {
    this.draft = undefined;
    return Promise.resolve();
  };
}

async function open(server: FakeServer, drafts: FakeDrafts) {
  const states: KeptState[] = [];
  const autosave = new Autosave(
    { drafts, save: server.save, onState: (state) => states.push(state) },
    server.hash,
  );
  const begun = await autosave.begin(server.blocks);
  let { steps } = begun;
  return {
    autosave,
    states,
    begun,
    get shown() {
      return blocksOf(steps)[0]?.text;
    },
    type: (words: string) => {
      steps = noted(steps, text(words));
      autosave.keep(steps);
    },
    undo: () => {
      steps = undone(steps);
      autosave.keep(steps);
    },
  };
}
const delay = () => vi.advanceTimersByTimeAsync(1000);

describe('what is typed', () => {
  test('lies in the browser at once and on the server after a delay', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    const window = await open(server, drafts);
    window.type('O');
    window.type('On');
    expect(drafts.draft).toMatchObject({ isKept: false, base: 'h0' });
    expect(server.saved).toEqual([]);
    await delay();
    expect(server.saved).toEqual(['On']);
    expect(drafts.draft).toMatchObject({ isKept: true, base: 'h1' });
    expect(window.states.at(-1)).toBe('kept');
    window.autosave.stop();
  });

  test('while a save is under way is sent after it', async () => {
    const server = new FakeServer();
    let answer = (): void => undefined;
    const { save } = server;
    const slow = (input: SaveBlocks) =>
      new Promise<Saved>((resolve, reject) => {
        answer = () => void save(input).then(resolve, reject);
      });
    const states: KeptState[] = [];
    const autosave = new Autosave(
      { drafts: new FakeDrafts(), save: slow, onState: (state) => states.push(state) },
      server.hash,
    );
    const { steps } = await autosave.begin(server.blocks);
    const one = noted(steps, text('One.'));
    autosave.keep(one);
    await delay();
    autosave.keep(noted(one, text('One. Two.')));
    await delay();
    answer();
    await delay();
    expect(states.at(-1)).not.toBe('kept');
    answer();
    await delay();
    expect(server.saved).toEqual(['One.', 'One. Two.']);
    expect(states.at(-1)).toBe('kept');
    autosave.stop();
  });

  test('while the server is away is sent when it is back', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    const window = await open(server, drafts);
    server.isAway = true;
    for (const words of ['A', 'A m', 'A minute away.']) {
      window.type(words);
      await vi.advanceTimersByTimeAsync(20_000);
    }
    expect(window.states.at(-1)).toBe('away');
    expect(drafts.draft?.isKept).toBe(false);
    server.isAway = false;
    await vi.advanceTimersByTimeAsync(4000);
    expect(server.saved).toEqual(['A minute away.']);
    expect(window.states.at(-1)).toBe('kept');
    window.autosave.stop();
  });

  test('is there after the window was closed before it was sent, with the steps for going back', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    server.isAway = true;
    const closed = await open(server, drafts);
    closed.type('Typed and closed.');
    closed.autosave.stop();
    server.isAway = false;
    const window = await open(server, drafts);
    expect(window.shown).toBe('Typed and closed.');
    expect(window.begun).toMatchObject({ isFromHere: true, conflict: false });
    await delay();
    expect(server.saved).toEqual(['Typed and closed.']);
    window.undo();
    await delay();
    expect(server.saved.at(-1)).toBe('Begin.');
    window.autosave.stop();
  });
});

describe('a text that was changed elsewhere', () => {
  test('is not written over, however much is typed, until somebody decides', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    const window = await open(server, drafts);
    server.change(text('Theirs.'));
    window.type('Mine.');
    await delay();
    expect(window.states.at(-1)).toBe('changed-elsewhere');
    for (const words of ['Mine too.', 'Mine too, and more.']) {
      window.type(words);
      await vi.advanceTimersByTimeAsync(10_000);
    }
    expect(server.saved).toEqual([]);
    expect(server.blocks).toEqual(text('Theirs.'));
    expect(window.states.at(-1)).toBe('changed-elsewhere');
    expect(drafts.draft?.isKept).toBe(false);
    expect(window.autosave.blocks).toEqual(text('Mine too, and more.'));

    window.autosave.goOver(server.hash);
    await delay();
    expect(server.saved).toEqual(['Mine too, and more.']);
    window.autosave.stop();
  });

  test('is found when a draft is opened that was made from what it was before', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    server.isAway = true;
    const closed = await open(server, drafts);
    closed.type('Mine.');
    closed.autosave.stop();
    server.isAway = false;
    server.change(text('Theirs.'));
    const window = await open(server, drafts);
    expect([window.shown, window.begun.conflict]).toEqual(['Mine.', true]);
    window.type('Mine, typed on.');
    await vi.advanceTimersByTimeAsync(20_000);
    expect(server.saved).toEqual([]);
    window.autosave.stop();
    await delay();
    expect(server.blocks).toEqual(text('Theirs.'));
    // Closed without a decision: it is still there, and still undecided.
    const again = await open(server, drafts);
    expect([again.shown, again.begun.conflict]).toEqual(['Mine, typed on.', true]);
    again.autosave.stop();
  });

  test('taken instead: what lay here is forgotten and never sent', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    const window = await open(server, drafts);
    server.change(text('Theirs.'));
    window.type('Mine.');
    await delay();
    await window.autosave.forget();
    await vi.advanceTimersByTimeAsync(20_000);
    expect(server.saved).toEqual([]);
    expect(drafts.draft).toBeUndefined();
  });

  test('a draft that the server had already gives way to what the server has now', async () => {
    const server = new FakeServer();
    const drafts = new FakeDrafts();
    const closed = await open(server, drafts);
    closed.type('Mine.');
    await delay();
    closed.autosave.stop();
    server.change(text('Theirs, later.'));
    const window = await open(server, drafts);
    expect([window.shown, window.begun.conflict]).toEqual(['Theirs, later.', false]);
    window.autosave.stop();
  });
});
