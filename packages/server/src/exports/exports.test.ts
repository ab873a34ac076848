import type { Handout, HandoutSummary, Job, Pupil, Reading } from '@aurelfield/api';
import { LOUDNESS_TARGETS } from '@aurelfield/core';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { attachment } from '../http/attachment.ts';
import { startTestServer, TestClient, until, type TestServer } from '../testing/testServer.ts';
import { audioFileName } from './fileName.ts';

test.each([
  ['How a peat bog keeps time', 'Ines', 'How a peat bog keeps time – Ines.mp3'],
  ['What/why: "tides"?', 'O. B.', 'What why tides – O. B.mp3'],
  ['...', '\u0000', 'Handout – Pupil.mp3'],
  ['Žába 😀', 'Łucja', 'Žába 😀 – Łucja.mp3'],
])('the file of %j for %j is called %j', (title, pupil, name) => {
  expect(audioFileName(title, pupil, 'mp3')).toBe(name);
});

test('a name outside ASCII is given both ways', () => {
  expect(attachment('Žába – Łucja.mp3')).toBe(
    'attachment; filename="Zaba - ucja.mp3"; filename*=UTF-8\'\'%C5%BD%C3%A1ba%20%E2%80%93%20%C5%81ucja.mp3',
  );
});

describe('saved files', () => {
  let server: TestServer;
  let client: TestClient;
  let reading: Reading;
  const folder = mkdtempSync(path.join(tmpdir(), 'aurelfield-saved-'));
  beforeAll(async () => {
    server = await startTestServer({ speech: true });
    client = await TestClient.demo(server);
    const handout = (await client.get<HandoutSummary[]>('/handouts')).body.find(({ title }) =>
      title.startsWith('How a peat bog'),
    );
    const pupil = (await client.get<Pupil[]>('/pupils')).body.find(({ name }) => name === 'Ines');
    reading = (
      await client.send<Reading>('POST', '/readings', { handoutId: handout?.id, pupilId: pupil?.id })
    ).body;
  });
  afterAll(() => server.stop());

  const begin = async (format: string) =>
    (await client.send<Job>('POST', `/readings/${reading.id}/exports`, { format })).body;
  const finished = async (job: Job) =>
    (
      await until(
        () => client.get<Job>(`/jobs/${job.id}`),
        ({ body }) => body.state === 'done',
      )
    ).body;
  const save = async (format: string) => {
    const job = await finished(await begin(format));
    const response = await client.fetch((job.file ?? '').replace(/^\/api/u, ''));
    const file = path.join(folder, `reading.${format}`);
    writeFileSync(file, new Uint8Array(await response.arrayBuffer()));
    return { job, response, file };
  };
  /** Samples of a file, decoded by ffmpeg. */
  const decode = (file: string) => {
    const bytes = execFileSync(
      'ffmpeg',
      ['-v', 'error', '-i', file, '-f', 's16le', '-ac', '1', '-ar', '22050', '-'],
      { maxBuffer: 1 << 28 },
    );
    return new Int16Array(bytes.buffer, bytes.byteOffset, Math.floor(bytes.length / 2));
  };
  const probe = (file: string) =>
    JSON.parse(
      execFileSync('ffprobe', ['-v', 'error', '-show_format', '-of', 'json', file], { encoding: 'utf8' }),
    ) as { format: { duration: string; tags: Record<string, string> } };

  test('carry a friendly name and, read by ffprobe, title, voice and date', async () => {
    for (const format of ['mp3', 'wav']) {
      const { job, response, file } = await save(format);
      expect(job.fileName).toBe(`How a peat bog keeps time – Ines.${format}`);
      expect(response.headers.get('content-disposition')).toContain(encodeURIComponent('–'));
      const { tags } = probe(file).format;
      expect(tags).toMatchObject({ title: 'How a peat bog keeps time', artist: 'English (Scotland), lower' });
      expect(tags.date).toBe(new Date().toISOString().slice(0, 10));
      expect(tags.comment).toContain('Ines');
    }
  });

  test('the MP3’s sound starts where the WAV’s does', async () => {
    const [mp3, wav] = [decode((await save('mp3')).file), decode((await save('wav')).file)];
    const score = (shift: number) => {
      let sum = 0;
      for (let i = 4000; i < 84_000; i++) sum += (wav[i] ?? 0) * (mp3[i + shift] ?? 0);
      return sum;
    };
    const shifts = Array.from({ length: 2401 }, (_, i) => i - 1200);
    const best = shifts.reduce((found, shift) => (score(shift) > score(found) ? shift : found), 0);
    expect(Math.abs(best) / 22_050).toBeLessThan(0.001);
    expect(Math.abs(mp3.length - wav.length) / 22_050).toBeLessThan(0.15);
  });

  // EBU R128, measured by ffmpeg's ebur128: loudness within 1 LU of what is aimed at, true peak at most −1 dBTP.
  test('are as loud as aimed at, usual and louder', async () => {
    for (const [name, target] of [
      ['Ines', LOUDNESS_TARGETS.usual],
      ['Osric', LOUDNESS_TARGETS.louder],
    ] as const) {
      const pupil = (await client.get<Pupil[]>('/pupils')).body.find((found) => found.name === name);
      const { id, sentences } = (
        await client.send<Reading>('POST', '/readings', { handoutId: reading.handoutId, pupilId: pupil?.id })
      ).body;
      const file = path.join(folder, `${name}.wav`);
      const response = await client.fetch(`/readings/${id}/audio.wav?from=0&to=${Math.min(sentences, 20)}`);
      writeFileSync(file, new Uint8Array(await response.arrayBuffer()));
      const told = spawnSync(
        'ffmpeg',
        ['-nostats', '-i', file, '-af', 'ebur128=peak=true', '-f', 'null', '-'],
        { encoding: 'utf8' },
      ).stderr;
      const summary = told.slice(told.lastIndexOf('Summary:'));
      expect(Math.abs(Number(/I:\s+(-?[\d.]+) LUFS/u.exec(summary)?.[1]) - target), name).toBeLessThan(1);
      expect(Number(/Peak:\s+(-?[\d.]+) dBFS/u.exec(summary)?.[1]), name).toBeLessThanOrEqual(-1);
    }
  });

  test('last as long as the reading', async () => {
    const { body } = await client.get<Reading>(`/readings/${reading.id}`);
    expect(Number(probe((await save('wav')).file).format.duration)).toBeCloseTo(body.duration ?? 0, 3);
  });

  test('are not made twice, and are made again under a new name', async () => {
    const first = await finished(await begin('mp3'));
    expect((await begin('mp3')).id).toBe(first.id);
    await client.send<Handout>('PATCH', `/handouts/${reading.handoutId}`, { title: 'Peat' });
    expect((await finished(await begin('mp3'))).fileName).toBe('Peat – Ines.mp3');
  });

  test('can be cancelled, and leave nothing half', async () => {
    const text = Array.from({ length: 300 }, (_, i) => `The bell rings ${i} times tonight.`).join(' ');
    const handout = (
      await client.upload<Handout>('/handouts', { title: 'Bells', language: 'en-GB', text, format: 'text' })
    ).body;
    const long = (
      await client.send<Reading>('POST', '/readings', { handoutId: handout.id, pupilId: reading.pupilId })
    ).body;
    const folders = () => readdirSync(tmpdir()).filter((name) => name.startsWith('aurelfield-export-'));
    const before = folders();
    const job = (await client.send<Job>('POST', `/readings/${long.id}/exports`, { format: 'mp3' })).body;
    // Only when it is under way is there anything that could be left.
    await until(
      () => client.get<Job>(`/jobs/${job.id}`),
      ({ body }) => body.state === 'running' && body.done > 3,
    );
    await client.send('DELETE', `/jobs/${job.id}`);
    expect((await client.get<Job>(`/jobs/${job.id}`)).body).toMatchObject({ state: 'cancelled', file: null });
    expect((await client.get(`/jobs/${job.id}/file`)).status).toBe(404);
    await until(
      () => Promise.resolve(folders()),
      (found) => found.every((name) => before.includes(name)),
    );
    const kept = () => readdirSync(path.join(server.dataFolder, 'store'), { recursive: true }).map(String);
    // The clip that was being stored when the job was cancelled is stored to its end.
    await until(
      () => Promise.resolve(kept()),
      (names) => !names.some((name) => name.includes(job.id) || name.endsWith('.part')),
    );
    expect(kept().some((name) => name.startsWith('exports'))).toBe(true);
  });

  test('an unknown format is refused', async () => {
    expect((await client.send('POST', `/readings/${reading.id}/exports`, { format: 'exe' })).status).toBe(
      400,
    );
  });
});
