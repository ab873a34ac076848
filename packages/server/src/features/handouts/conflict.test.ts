import type { BlockView, Handout, ApiErrorBody, Saved, VersionView } from '@aurelfield/api';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { addSecondTeacher, SECOND_TEACHER } from '../../testing/addTeacher.ts';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

let server: TestServer;
let mara: TestClient;
let osk: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  await addSecondTeacher(server.databaseUrl);
  mara = await TestClient.demo(server);
  osk = new TestClient(server);
  expect((await osk.signIn(SECOND_TEACHER)).status).toBe(200);
});
afterAll(() => server.stop());

/** A handout as one window of one teacher works on it: each save names what the window had before. */
class Desk {
  readonly #client: TestClient;
  readonly #window: string;
  readonly id: string;
  base: string;

  constructor(client: TestClient, window: string, { id, contentHash }: Handout) {
    this.#client = client;
    this.#window = window;
    this.id = id;
    this.base = contentHash;
  }

  async type(text: string): Promise<number> {
    const { status, body } = await this.#client.send<Saved & ApiErrorBody>(
      'PUT',
      `/handouts/${this.id}/blocks`,
      {
        content: [{ type: 'paragraph', text }],
        base: this.base,
        window: this.#window,
      },
    );
    if (status === 200) this.base = body.contentHash;
    return status;
  }

  async setAside(text: string): Promise<void> {
    const content = [{ type: 'paragraph', text }];
    const address = `/handouts/${this.id}/versions`;
    expect((await this.#client.send('POST', address, { content, window: this.#window })).status).toBeLessThan(
      300,
    );
  }

  /** Looks at what the server has, as whoever decides between two texts does. */
  async refresh(): Promise<void> {
    this.base = (await this.#client.get<Handout>(`/handouts/${this.id}`)).body.contentHash;
  }
}

const add = async (text: string): Promise<Handout> =>
  (await mara.upload<Handout>('/handouts', { title: 'T', language: 'en-GB', subject: '', className: '', text, format: 'text' })).body; // prettier-ignore

/** What every version holds, the newest first, each as somebody who brings it back gets it. */
async function versionsOf(id: string): Promise<string[]> {
  const listed = (await mara.get<VersionView[]>(`/handouts/${id}/versions`)).body;
  return Promise.all(
    listed.map(async ({ id: version }) => {
      const { body } = await mara.get<{ content: BlockView[] }>(`/handouts/${id}/versions/${version}`);
      return body.content.map(({ text }) => text).join('\n');
    }),
  );
}

test.each(['two windows of one teacher', 'two teachers'])(
  '%s: the second to save is refused, and whichever text is taken, both can be restored',
  async (who) => {
    const handout = await add('The bog is old.');
    const first = new Desk(mara, 'one', handout);
    const second = new Desk(who === 'two teachers' ? osk : mara, 'two', handout);
    expect(await first.type('The bog is very old.')).toBe(200);
    expect(await second.type('The bog is old and deep.')).toBe(409);
    // However often it tries, nothing of the first is written over.
    expect(await second.type('The bog is old and deep and wide.')).toBe(409);
    expect(await versionsOf(handout.id)).toEqual(['The bog is very old.', 'The bog is old.']);

    await second.refresh();
    expect(await second.type('The bog is old and deep and wide.')).toBe(200);
    expect(await versionsOf(handout.id)).toEqual([
      'The bog is old and deep and wide.',
      'The bog is very old.',
      'The bog is old.',
    ]);
  },
);

test('a text that gives way to another one is set aside among the versions', async () => {
  const handout = await add('The bog is old.');
  const first = new Desk(mara, 'one', handout);
  const second = new Desk(osk, 'two', handout);
  expect(await first.type('The bog is very old.')).toBe(200);
  expect(await second.type('The bog is young.')).toBe(409);
  await second.setAside('The bog is young.');
  const kept = (await mara.get<Handout>(`/handouts/${handout.id}`)).body;
  expect(kept.blocks).toMatchObject([{ text: 'The bog is very old.' }]);
  // The first types on within the same five minutes: what was set aside stays.
  expect(await first.type('The bog is very, very old.')).toBe(200);
  expect(await versionsOf(handout.id)).toEqual([
    'The bog is very, very old.',
    'The bog is young.',
    'The bog is very old.',
    'The bog is old.',
  ]);
});

test('what one window types in quick succession is one version; another window’s, or another teacher’s, is one of its own', async () => {
  const handout = await add('One.');
  const first = new Desk(mara, 'one', handout);
  expect(await first.type('One. Two.')).toBe(200);
  expect(await first.type('One. Two. Three.')).toBe(200);
  expect(await versionsOf(handout.id)).toEqual(['One. Two. Three.', 'One.']);

  const second = new Desk(mara, 'two', handout);
  await second.refresh();
  expect(await second.type('One. Two. Four.')).toBe(200);
  // The same name of a window, by chance, on another teacher’s machine.
  const third = new Desk(osk, 'two', handout);
  await third.refresh();
  expect(await third.type('Five.')).toBe(200);
  expect(await versionsOf(handout.id)).toEqual(['Five.', 'One. Two. Four.', 'One. Two. Three.', 'One.']);
});

test('many who save at once from the same text: one is taken, the others are refused, and nothing is mixed', async () => {
  const handout = await add('Begin.');
  const desks = Array.from(
    { length: 8 },
    (_, n) => new Desk(n % 2 === 0 ? mara : osk, `window ${n}`, handout),
  );
  const statuses = await Promise.all(desks.map((desk, n) => desk.type(`Text number ${n}.`)));
  expect(statuses.filter((status) => status === 200)).toHaveLength(1);
  expect(statuses.filter((status) => status === 409)).toHaveLength(7);
  expect(await versionsOf(handout.id)).toEqual([`Text number ${statuses.indexOf(200)}.`, 'Begin.']);
});
