import { connect, createServer, type AddressInfo, type Socket } from 'node:net';
import { setTimeout as delay } from 'node:timers/promises';
import pg from 'pg';
import { afterEach, describe, expect, inject, test } from 'vitest';
import { stays } from '../testing/stays.ts';
import { newDatabase } from '../testing/testDatabase.ts';
import { JobNotifier } from './jobNotifier.ts';
import { CANCEL_CHANNEL } from './queue.ts';

/** A door in front of the database: it can be shut, and counts who knocks. */
async function notifierOn(databaseUrl: string) {
  const target = new URL(databaseUrl);
  const open = new Set<Socket>();
  let knocks = 0;
  let isShut = false;
  const listener = createServer((socket) => {
    knocks += 1;
    socket.on('error', () => undefined);
    if (isShut) return void socket.destroy();
    const through = connect(Number(target.port), target.hostname);
    for (const one of [socket, through]) {
      open.add(one);
      one.on('error', () => undefined);
      one.on('close', () => {
        open.delete(one);
        socket.destroy();
        through.destroy();
      });
    }
    socket.pipe(through).pipe(socket);
  });
  await new Promise<void>((resolve) => listener.listen(0, '127.0.0.1', resolve));
  const address = new URL(databaseUrl);
  address.hostname = '127.0.0.1';
  address.port = String((listener.address() as AddressInfo).port);
  return {
    url: address.href,
    get knocks() {
      return knocks;
    },
    shut: () => {
      isShut = true;
      for (const socket of open) socket.destroy();
    },
    open: () => {
      isShut = false;
    },
    remove: () => new Promise((resolve) => listener.close(resolve)),
  };
}

/** Milliseconds between attempts. */
const RETRY = 100;

const open: { stop: () => Promise<unknown> }[] = [];
afterEach(async () => {
  for (const one of open.splice(0)) await one.stop();
});

describe('the notifier between processes', () => {
  test('while the database is away asks for it at an even pace, however long, and rings again when it is back', async () => {
    const databaseUrl = await newDatabase(inject('databaseUrl'), 'empty');
    const listener = await notifierOn(databaseUrl);
    open.push({ stop: () => listener.remove() });
    const cancelled: string[] = [];
    const notifier = new JobNotifier(listener.url, (id) => cancelled.push(id), RETRY);
    open.unshift(notifier);
    await notifier.start();
    expect(listener.knocks).toBe(1);
    listener.shut();
    const began = performance.now();
    await expect.poll(() => listener.knocks, { timeout: 60_000, interval: 10 }).toBeGreaterThanOrEqual(7);
    // Each attempt that failed once brought two more: after six of them there were dozens, then no socket was
    // left.
    expect(listener.knocks - 1).toBeLessThanOrEqual((performance.now() - began) / RETRY + 1);
    listener.open();
    const other = new pg.Client({ connectionString: databaseUrl });
    await other.connect();
    open.push({ stop: () => other.end() });
    for (let i = 0; i < 100 && cancelled.length === 0; i++) {
      await other.query('select pg_notify($1, $2)', [CANCEL_CHANNEL, 'a job']);
      await delay(100);
    }
    expect(cancelled[0]).toBe('a job');
    const after = listener.knocks;
    await stays(() => listener.knocks, after, 5 * RETRY);
  });

  test('does not start without a database', async () => {
    const listener = await notifierOn(await newDatabase(inject('databaseUrl'), 'empty'));
    open.push({ stop: () => listener.remove() });
    listener.shut();
    const notifier = new JobNotifier(listener.url, () => undefined, RETRY);
    await expect(notifier.start()).rejects.toThrow();
    await stays(() => listener.knocks, 1, 5 * RETRY);
  });
});
