import type { Handout, HandoutSummary, Job, Pupil, Reading } from '@aurelfield/api';
import { LOUDNESS_TARGETS } from '@aurelfield/core/speech';
import { unzipSync } from 'fflate';
import { execFileSync, spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { attachment } from '../../http/attachment.ts';
import { startTestServer, TestClient, until, type TestServer } from '../../testing/testServer.ts';
import { initialsOf } from './exportService.ts';

test.each([
  ['Ines', 'I.'],
  ['Osric Bell', 'O. B.'],
  ['Anne-Marie', 'A. M.'],
  ['łucja 😀', 'Ł. 😀.'],
])('the initials of %s are %s', (name, initials) => {
  expect(initialsOf(name)).toBe(initials);
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
  /** What ffmpeg's EBU R128 meter says: LUFS and dBTP. */
  const measured = (file: string) => {
    const output = spawnSync('ffmpeg', ['-nostats', '-i', file, '-af', 'ebur128=peak=true', '-f', 'null', '-'], { encoding: 'utf8' }).stderr; // prettier-ignore
    const summary = output.slice(output.lastIndexOf('Summary:'));
    return {
      loudness: Number(/I:\s+(-?[\d.]+) LUFS/u.exec(summary)?.[1]),
      peak: Number(/Peak:\s+(-?[\d.]+) dBFS/u.exec(summary)?.[1]),
    };
  };
  const probe = (file: string) =>
    JSON.parse(
      execFileSync('ffprobe', ['-v', 'error', '-show_format', '-of', 'json', file], { encoding: 'utf8' }),
    ) as { format: { duration: string; tags: Record<string, string> } };

  test('carry a friendly name and, read by ffprobe, title, school, pupil and date, but not how fast it is', async () => {
    for (const format of ['mp3', 'wav']) {
      const { job, response, file } = await save(format);
      expect(job.fileName).toBe(`How a peat bog keeps time – Ines.${format}`);
      expect(response.headers.get('content-disposition')).toContain(encodeURIComponent('–'));
      const { tags } = probe(file).format;
      expect(tags).toMatchObject({ title: 'How a peat bog keeps time', artist: 'Wrenmoor School' });
      expect(tags.date).toBe(new Date().toISOString().slice(0, 10));
      expect(tags.comment).toBe('For Ines');
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

  // EBU R128, measured by ffmpeg's ebur128: loudness within 1 LU of the target, true peak at most −1 dBTP.
  test('are as loud as aimed at, usual and louder', { tags: 'long' }, async () => {
    for (const [name, target] of [
      ['Ines', LOUDNESS_TARGETS.default],
      ['Osric', LOUDNESS_TARGETS.louder],
    ] as const) {
      const pupil = (await client.get<Pupil[]>('/pupils')).body.find((found) => found.name === name);
      const { id, sentences } = (
        await client.send<Reading>('POST', '/readings', { handoutId: reading.handoutId, pupilId: pupil?.id })
      ).body;
      const file = path.join(folder, `${name}.wav`);
      const response = await client.fetch(`/readings/${id}/audio.wav?from=0&to=${Math.min(sentences, 20)}`);
      writeFileSync(file, new Uint8Array(await response.arrayBuffer()));
      const opus = path.join(folder, `${name}.opus`);
      spawnSync('ffmpeg', ['-y', '-v', 'error', '-i', file, '-c:a', 'libopus', '-b:a', '32k', opus]);
      const { loudness, peak } = measured(file);
      expect(Math.abs(loudness - target), name).toBeLessThan(1);
      expect(peak, name).toBeLessThanOrEqual(-1);
      // Lossy codecs overshoot: what they make has to stay below full scale too.
      expect(measured(opus).peak, name).toBeLessThanOrEqual(-0.5);
    }
  });

  test('last as long as the reading', async () => {
    const { body } = await client.get<Reading>(`/readings/${reading.id}`);
    expect(Number(probe((await save('wav')).file).format.duration)).toBeCloseTo(body.duration ?? 0, 3);
  });

  test('are not made twice, and are made again under a new name', async () => {
    const first = await finished(await begin('mp3'));
    expect((await begin('mp3')).id).toBe(first.id);
    await client.send<Handout>('PATCH', `/handouts/${reading.handoutId}`, { title: 'Peat: one' });
    expect((await finished(await begin('mp3'))).fileName).toBe('Peat one – Ines.mp3');
  });

  test('a page in another look is another file', async () => {
    const save = async () => finished((await client.send<Job>('POST', `/readings/${reading.id}/exports`, { format: 'html' })).body); // prettier-ignore
    const before = await save();
    expect((await save()).id).toBe(before.id);
    const pupil = (await client.get<Pupil[]>('/pupils')).body.find(
      ({ id }) => id === reading.pupilId,
    ) as Pupil;
    const profile = { ...pupil.profile, readingStyle: { ...pupil.profile.readingStyle, ground: '#123456' } };
    await client.send('PUT', `/pupils/${pupil.id}`, { ...pupil, profile });
    const after = await save();
    expect(after.id).not.toBe(before.id);
    const page = await (await client.fetch((after.file ?? '').replace(/^\/api/u, ''))).text();
    expect(page).toContain('#123456');
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

  test('an unknown format is refused, never taken for another, and what there is is named', async () => {
    const refused = await client.send<{ message: string }>('POST', `/readings/${reading.id}/exports`, { format: 'exe' }); // prettier-ignore
    expect(refused.status).toBe(422);
    expect(refused.body.message).toContain('There is no format “exe”. There are: flac, m4a, mp3');
    expect(
      (await client.send('POST', `/readings/${reading.id}/exports`, { format: 'mp3', naming: { pattern: '{nobody}', initials: false } })).status, // prettier-ignore
    ).toBe(422);
  });

  test(
    'a file for each section comes as an archive, and its sections last as long as the whole',
    { tags: 'long' },
    async () => {
      const job = await finished(
        (await client.send<Job>('POST', `/readings/${reading.id}/exports`, { format: 'wav', shape: { kind: 'sections' } })).body, // prettier-ignore
      );
      expect(job.fileName).toMatch(/\.zip$/u);
      const response = await client.fetch((job.file ?? '').replace(/^\/api/u, ''));
      const files = unzipSync(new Uint8Array(await response.arrayBuffer()));
      const names = Object.keys(files);
      expect(names.length).toBeGreaterThan(2);
      expect(names[1]).toMatch(/^Peat one – Ines – 02 .+\.wav$/u);
      const { body } = await client.get<Reading>(`/readings/${reading.id}`);
      const seconds = Object.values(files).reduce((sum, { length }) => sum + (length - 200) / 2 / 22_050, 0);
      expect(Math.abs(seconds - (body.duration ?? 0))).toBeLessThan(0.1);
    },
  );

  test('what is made so far can be taken while the rest is made', { tags: 'long' }, async () => {
    const text = Array.from({ length: 400 }, (_, i) => `The ferry leaves at ${i} today.`).join(' ');
    const handout = (
      await client.upload<Handout>('/handouts', { title: 'Ferry', language: 'en-GB', text, format: 'text' })
    ).body;
    const open = { handoutId: handout.id, pupilId: reading.pupilId };
    const long = (await client.send<Reading>('POST', '/readings', open)).body;
    await until(
      () => client.get<Reading>(`/readings/${long.id}`),
      ({ body }) => body.made > 10,
    );
    const job = await finished(
      (await client.send<Job>('POST', `/readings/${long.id}/exports`, { format: 'json', partial: true }))
        .body,
    );
    const response = await client.fetch((job.file ?? '').replace(/^\/api/u, ''));
    const timings = (await response.json()) as { sentences: unknown[] };
    expect(timings.sentences.length).toBeGreaterThan(5);
    expect(timings.sentences.length).toBeLessThan(400);
  });

  test.each(['epub', 'page', 'daisy', 'vtt', 'docx', 'ssml'])(
    'a reading of the demo is written as %s',
    { tags: 'long' },
    async (format) => {
      const job = await finished(
        (await client.send<Job>('POST', `/readings/${reading.id}/exports`, { format })).body,
      );
      expect(job.fileName).toMatch(/^Peat one – Ines\./u);
      const response = await client.fetch((job.file ?? '').replace(/^\/api/u, ''));
      expect((await response.arrayBuffer()).byteLength).toBeGreaterThan(1000);
    },
  );
});
