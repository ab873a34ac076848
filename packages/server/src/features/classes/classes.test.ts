import { DEFAULT_PROFILE, type Entry, type Handout, type NamedGroup, type Pupil } from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { classes, subjects } from '../../db/schema/index.ts';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';
import { ClassRepository } from './classRepository.ts';
import { idOfName } from './namedRows.ts';

let server: TestServer;
let client: TestClient;
beforeAll(async () => {
  server = await startTestServer();
  client = await TestClient.demo(server);
});
afterAll(() => server.stop());

const list = async (what: 'classes' | 'subjects') => (await client.get<NamedGroup[]>(`/${what}`)).body;
const find = async (what: 'classes' | 'subjects', name: string) => {
  const found = (await list(what)).find((one) => one.name === name);
  if (!found) throw new Error(`There is no “${name}”.`);
  return found;
};
const rename = (what: 'classes' | 'subjects', id: string, name: string) =>
  client.send<{ message?: string }>('PATCH', `/${what}/${id}`, { name });
const addEntry = async (scope: 'class' | 'subject', scopeValue: string, written: string) =>
  (await client.send<Entry>('POST', '/pronunciations', { scope, scopeValue, written, said: 'SAL-oh', kind: 'respelling', caseSensitive: false })) // prettier-ignore
  .body;
const addHandout = async (title: string, facts: { className?: string; subject?: string }) =>
  (await client.upload<Handout>('/handouts', { title, language: 'en-GB', text: 'The eel turns.', format: 'text', ...facts })) // prettier-ignore
  .body;
const addPupil = async (name: string, names: readonly string[]) =>
  (await client.send<Pupil>('POST', '/pupils', { name, note: '', classes: names, profile: DEFAULT_PROFILE }))
    .body;

describe('classes and subjects', () => {
  test('come to be where something names them, and say how much they have', async () => {
    await addPupil('Oona', ['8F', 'Reading group']);
    await addHandout('Eels', { className: '8F', subject: 'Rivers' });
    await addEntry('class', '8F', 'Sallow');
    await addEntry('subject', 'Rivers', 'bore');
    expect(await find('classes', '8F')).toMatchObject({ pupils: 1, handouts: 1, pronunciations: 1 });
    expect(await find('classes', 'Reading group')).toMatchObject({
      pupils: 1,
      handouts: 0,
      pronunciations: 0,
    });
    expect(await find('subjects', 'Rivers')).toMatchObject({ pupils: 0, handouts: 1, pronunciations: 1 });
  });

  test('do not count what was deleted', async () => {
    const pupil = await addPupil('Perrin', ['7C']);
    const handout = await addHandout('Weir', { className: '7C' });
    await client.send('DELETE', `/pupils/${pupil.id}`);
    await client.send('DELETE', `/handouts/${handout.id}`);
    expect(await find('classes', '7C')).toMatchObject({ pupils: 0, handouts: 0 });
  });

  test('keep pupils, handouts and pronunciations under another name', async () => {
    const pupil = await addPupil('Wystan', ['9B']);
    const handout = await addHandout('The bore', { className: '9B', subject: 'Tides' });
    const entry = await addEntry('class', '9B', 'Garrick');
    const [group, subject] = [await find('classes', '9B'), await find('subjects', 'Tides')];
    expect((await rename('classes', group.id, '10B')).status).toBe(204);
    expect((await rename('subjects', subject.id, 'Coast')).status).toBe(204);
    expect((await client.get<Pupil[]>('/pupils')).body.find(({ id }) => id === pupil.id)?.classes).toEqual([
      '10B',
    ]);
    expect((await client.get<Handout>(`/handouts/${handout.id}`)).body).toMatchObject({ className: '10B', subject: 'Coast' }); // prettier-ignore
    expect((await client.get<Entry[]>('/pronunciations')).body.find(({ id }) => id === entry.id)).toMatchObject({ scope: 'class', scopeValue: '10B' }); // prettier-ignore
    const { pronunciations } = server.running.context;
    const { schoolId } = (await server.running.context.database.db.select().from(classes))[0] ?? {
      schoolId: '',
    };
    const inForce = await pronunciations.inForce(schoolId, {
      pupilId: pupil.id,
      classId: group.id,
      subjectId: null,
    });
    expect(inForce.map(({ written }) => written)).toContain('Garrick');
  });

  test.each([
    ['one that is there', 'Year 8', 409],
    ['nothing', '  ', 400],
    ['81 characters', 'x'.repeat(81), 400],
  ])('do not take %s for a name', async (_, name, status) => {
    const group = await find('classes', 'Year 7');
    expect((await rename('classes', group.id, name)).status).toBe(status);
    expect(await find('classes', 'Year 7')).toEqual(group);
  });

  test('take their own name again', async () => {
    const group = await find('classes', 'Year 7');
    expect((await rename('classes', group.id, ' Year 7 ')).status).toBe(204);
  });

  test('that two teachers name at the same moment are one', async () => {
    await Promise.all(['Avel', 'Brin', 'Cato', 'Dara'].map((name) => addPupil(name, ['11D'])));
    expect((await list('classes')).filter(({ name }) => name === '11D')).toMatchObject([{ pupils: 4 }]);
  });

  test('that nothing names go after a while, and no others', async () => {
    const { db } = server.running.context.database;
    const [{ schoolId } = { schoolId: '' }] = await db.select().from(classes);
    await idOfName(db, classes, schoolId, 'Nobody');
    await idOfName(db, subjects, schoolId, 'Nothing');
    const before = [await list('classes'), await list('subjects')];
    const repository = new ClassRepository(db);
    await repository.deleteUnused(new Date(Date.now() - 60_000));
    expect([await list('classes'), await list('subjects')]).toEqual(before);
    await repository.deleteUnused(new Date(Date.now() + 60_000));
    const names = [...(await list('classes')), ...(await list('subjects'))].map(({ name }) => name);
    expect(names).not.toContain('Nobody');
    expect(names).not.toContain('Nothing');
    expect(names).toEqual(expect.arrayContaining(['8F', 'Reading group', 'Year 8', 'Rivers', 'Science']));
  });
});

describe('a pronunciation for a pupil', () => {
  test.each(['00000000-0000-4000-8000-000000000000', 'nobody', "' or 1=1"])(
    'who is not there (%s) is refused',
    async (scopeValue) => {
      const { status } = await client.send('POST', '/pronunciations', { scope: 'pupil', scopeValue, written: 'a', said: 'b', kind: 'alias', caseSensitive: false }); // prettier-ignore
      expect(status).toBe(404);
    },
  );
});
