import type { Edit } from '@aurelfield/core/timeline';
import { expect, test } from 'vitest';
import { Saver, type SaverState } from './saver.ts';

const cut = (from: number): Edit => ({ kind: 'cut', from, to: from + 10 });

/** A server that keeps what it is reported, as long as it is up to date. */
function server() {
  const kept: { revision: number; edits: readonly Edit[] } = { revision: 0, edits: [] };
  const state = { isAway: false, kept, saves: 0 };
  const save = async (revision: number, edits: readonly Edit[]) => {
    await Promise.resolve();
    if (state.isAway) throw new Error('away');
    if (revision !== kept.revision) throw new Error('changed');
    state.saves += 1;
    kept.revision += 1;
    kept.edits = edits;
    return { revision: kept.revision, edits };
  };
  return { state, save };
}

function saverOn(save: ReturnType<typeof server>['save']) {
  const states: SaverState['kind'][] = [];
  const kept: (readonly Edit[])[] = [];
  const saver = new Saver(0, [], {
    save,
    onKept: (_asked, edits) => kept.push(edits),
    onState: ({ kind }) => states.push(kind),
  });
  return { saver, states, kept };
}

test('stores each list, and of several at once the first and the last', async () => {
  const { state, save } = server();
  const { saver, states } = saverOn(save);
  const last = [cut(0), cut(1), cut(2)];
  for (const edits of [[cut(0)], [cut(0), cut(1)], last]) saver.save(edits);
  await saver.settled();
  expect([state.kept.edits, state.saves, saver.revision]).toEqual([last, 2, 2]);
  expect(states).toEqual(['saving', 'saved']);
});

test('what cannot be stored is told, kept, and stored when it is tried again', async () => {
  const { state, save } = server();
  const { saver, states } = saverOn(save);
  state.isAway = true;
  saver.save([cut(5)]);
  await saver.settled();
  expect(states).toEqual(['saving', 'failed']);
  state.isAway = false;
  saver.retry();
  await saver.settled();
  expect([state.kept.edits, states.at(-1)]).toEqual([[cut(5)], 'saved']);
});

test('tells what is kept otherwise than it was asked for', async () => {
  const { save } = server();
  const { saver, kept } = saverOn(async (revision, edits) => ({
    ...(await save(revision, edits)),
    edits: [cut(7)],
  }));
  saver.save([cut(6)]);
  await saver.settled();
  expect(kept).toEqual([[cut(7)]]);
});

test('words are stored between lists, and count as a revision', async () => {
  const { state, save } = server();
  const { saver } = saverOn(save);
  saver.save([cut(1)]);
  await saver.alongside((revision) => {
    state.kept.revision = revision + 1;
    return Promise.resolve(revision + 1);
  });
  saver.save([cut(1), cut(2)]);
  await saver.settled();
  expect([state.kept.revision, saver.revision]).toEqual([3, 3]);
});
