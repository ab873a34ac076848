import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, expect, inject, test } from 'vitest';
import { openDatabase, type OpenDatabase } from '../../db/database.ts';
import { clipClaims, schools } from '../../db/schema/index.ts';
import { newDatabase } from '../../testing/testDatabase.ts';
import { ClaimRepository } from './claimRepository.ts';

let database: OpenDatabase;
let school: string;
/** Two processes over one database. */
let one: ClaimRepository;
let two: ClaimRepository;
beforeAll(async () => {
  database = openDatabase(await newDatabase(inject('databaseUrl'), 'demo'), 8);
  const [row] = await database.db.select().from(schools);
  school = row?.id ?? '';
  one = new ClaimRepository(database.db, 'one');
  two = new ClaimRepository(database.db, 'two');
});
afterAll(() => database.close());

const charge = { engine: 'priced', characters: 100 };
const runOut = () => database.db.update(clipClaims).set({ until: sql`now() - interval '1 second'` });
const facts = { samples: 10, words: [{ from: 0, to: 5 }], cuts: [] };
const madeClip = (key: string) => ({ key, voice: 'v', sampleRate: 22_050, facts, object: `clips/x/${key}`, bytes: 20 }); // prettier-ignore

test('of many who claim the same clips at once each clip is one’s alone, and is booked once', async () => {
  const keys = Array.from({ length: 40 }, (_, i) => ({ key: `at-once-${i}`, charge }));
  const before = await one.used(school, 'priced');
  const got = await Promise.all(
    [one, two, one, two, one, two].map((store, i) => store.claim(school, i % 2 ? keys : keys.toReversed())),
  );
  expect(got.flatMap((claimed) => [...claimed]).sort()).toEqual(keys.map(({ key }) => key).sort());
  expect((await one.used(school, 'priced')) - before).toBe(4000);
});

test('a claim that ran out is taken over without being booked again; one that is renewed is not', async () => {
  expect(await one.claim(school, [{ key: 'a', charge }])).toEqual(new Set(['a']));
  const before = await one.used(school, 'priced');
  expect(await two.claim(school, [{ key: 'a', charge }])).toEqual(new Set());
  await runOut();
  await one.renew(school, ['a']);
  expect(await two.claim(school, [{ key: 'a', charge }])).toEqual(new Set());
  await runOut();
  expect(await two.claim(school, [{ key: 'a', charge }])).toEqual(new Set(['a']));
  expect(await one.used(school, 'priced')).toBe(before);
  // The first cannot keep what is the other's now.
  await runOut();
  await one.renew(school, ['a']);
  expect(await one.claim(school, [{ key: 'a', charge }])).toEqual(new Set(['a']));
});

test('a clip that was made is not claimed again', async () => {
  expect(await one.claim(school, [{ key: 'b', charge: undefined }])).toEqual(new Set(['b']));
  await one.made(school, madeClip('b'));
  expect(await two.claim(school, [{ key: 'b', charge: undefined }])).toEqual(new Set());
  expect(await one.claim(school, [{ key: 'b', charge: undefined }])).toEqual(new Set());
});

test('what was given up is booked no more; what was left to others stays booked', async () => {
  const before = await one.used(school, 'priced');
  await one.claim(school, [{ key: 'c', charge }]);
  await one.giveUp(school, 'c');
  expect(await one.used(school, 'priced')).toBe(before);
  await one.claim(school, [{ key: 'd', charge }]);
  await one.leave(school, 'd');
  expect(await two.claim(school, [{ key: 'd', charge }])).toEqual(new Set(['d']));
  expect(await one.used(school, 'priced')).toBe(before + 100);
});
