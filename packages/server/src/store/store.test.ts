import { mkdtempSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { Readable } from 'node:stream';
import { afterAll, beforeAll, describe, expect, inject, test } from 'vitest';
import { openDatabase } from '../db/database.ts';
import { testConfig } from '../testing/testConfig.ts';
import { newDatabase } from '../testing/testDatabase.ts';
import { FolderStore } from './folderStore.ts';
import { ObjectGone, type ObjectStore } from './objectStore.ts';
import { openStore } from './openStore.ts';
import { S3Store } from './s3Store.ts';

const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-store-'));
const bucket = mkdtempSync(path.join(tmpdir(), 'aurelfield-bucket-'));
const S3rver = createRequire(import.meta.url)('s3rver') as new (options: object) => {
  run: () => Promise<{ port: number }>;
  close: () => Promise<void>;
};
const server = new S3rver({
  address: '127.0.0.1', port: 0, silent: true, directory: bucket, configureBuckets: [{ name: 'sounds' }],
}); // prettier-ignore
let s3: S3Store;
beforeAll(async () => {
  const { port } = await server.run();
  s3 = new S3Store({
    bucket: 'sounds', endpoint: `http://127.0.0.1:${port}`, region: 'eu-west-1', accessKey: 'S3RVER', secretKey: 'S3RVER',
  }); // prettier-ignore
});
afterAll(() => server.close());

const bytes = (text: string) => new TextEncoder().encode(text);
const all = async (store: ObjectStore, prefix: string) => {
  const names: string[] = [];
  for await (const { name, bytes: size } of store.list(prefix)) names.push(`${name} ${size}`);
  return names.sort();
};
const read = async (stream: Readable) => {
  const chunks: Buffer[] = [];
  for await (const chunk of stream) chunks.push(Buffer.from(chunk as Uint8Array));
  return Buffer.concat(chunks).toString();
};

describe.each<[string, () => ObjectStore]>([
  ['a folder', () => new FolderStore(folder)],
  ['a bucket', () => s3],
])('%s', (_name, open) => {
  let store: ObjectStore;
  beforeAll(() => {
    store = open();
  });

  test('keeps bytes and streams, and gives them back whole, in part and piece by piece', async () => {
    await store.put('clips/a/one.x', bytes('the tide'));
    await store.put('clips/a/two.x', Readable.from([Buffer.from('the '), Buffer.from('weir')]));
    expect((await store.read('clips/a/one.x')).toString()).toBe('the tide');
    expect((await store.read('clips/a/one.x', { start: 4, end: 6 })).toString()).toBe('ti');
    expect(await read(await store.stream('clips/a/two.x'))).toBe('the weir');
  });

  test('puts the new in the place of the old', async () => {
    await store.put('clips/a/three', bytes('old'));
    await store.put('clips/a/three', bytes('newer'));
    expect((await store.read('clips/a/three')).toString()).toBe('newer');
  });

  test('lists by the beginning of names, with sizes', async () => {
    await store.put('uploads/b/x/meta.json', bytes('{}'));
    expect(await all(store, 'clips/a/')).toEqual(['clips/a/one.x 8', 'clips/a/three 5', 'clips/a/two.x 8']);
    expect(await all(store, 'uploads/')).toEqual(['uploads/b/x/meta.json 2']);
    expect(await all(store, 'clips/a/t')).toHaveLength(2);
    expect(await all(store, 'nothing/')).toEqual([]);
  });

  test('says so when there is nothing of a name, and takes away what is not there without a word', async () => {
    await store.delete('clips/a/one.x');
    await store.delete('clips/a/one.x');
    await expect(store.read('clips/a/one.x')).rejects.toThrow(ObjectGone);
    await expect(store.read('clips/a/one.x', { start: 0, end: 1 })).rejects.toThrow(ObjectGone);
    await expect(store.stream('clips/a/one.x')).rejects.toThrow(ObjectGone);
  });

  test.each(['../secret', 'clips/../../x', '/etc/passwd', '', 'a//b', 'a/./b', 'a\0b'])(
    'refuses %j as a name',
    async (name) => {
      await expect((async () => store.put(name, bytes('x')))()).rejects.toThrow('no name');
    },
  );
});

test('a folder shows nothing half written and is made anew when it was emptied', async () => {
  const store = new FolderStore(folder);
  const broken = Readable.from(
    (async function* () {
      await Promise.resolve();
      yield Buffer.from('half');
      throw new Error('broke off');
    })(),
  );
  await expect(store.put('half/x', broken)).rejects.toThrow('broke off');
  expect(readdirSync(path.join(folder, 'half'))).toEqual([]);
  expect(await all(store, 'half/')).toEqual([]);
});

test('a process with another store than the others is told so and does not start', async () => {
  const url = await newDatabase(inject('databaseUrl'), 'empty');
  const database = openDatabase(url, 2);
  const [own, other] = [0, 1].map(() => mkdtempSync(path.join(tmpdir(), 'aurelfield-data-')));
  const opened = await openStore(testConfig(url, own ?? ''), database.db);
  await opened.put('x', bytes('1'));
  await expect(openStore(testConfig(url, other ?? ''), database.db)).rejects.toThrow(
    'not the one of this database',
  );
  expect((await (await openStore(testConfig(url, own ?? ''), database.db)).read('x')).toString()).toBe('1');
  await database.close();
});
