/** @module-tag long */
import type { HeardSample, Profile, Pupil } from '@aurelfield/api';
import { measureLoudness } from '@aurelfield/core/audio';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { medianPitch } from '../../testing/pitch.ts';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

/** Every setting that is heard does what it says, measured in the sound that reaches the far end. */
let server: TestServer;
let client: TestClient;
let standard: Profile;
beforeAll(async () => {
  server = await startTestServer({ speech: true });
  client = await TestClient.demo(server);
  const [first] = (await client.get<Pupil[]>('/pupils')).body;
  if (!first) throw new Error('The demo has no pupil.');
  standard = {
    ...first.profile,
    voices: { en: 'espeak-en-gb-higher-1' },
    pace: 150,
    pitch: 0,
    pauses: { comma: 0.2, sentence: 0.45, paragraph: 0.8, heading: 1 },
  };
});
afterAll(() => server.stop());

const TEXT =
  'The river turned and the boats turned with it, and the whole harbour was looking the other way. Nobody had told them to, and nobody was surprised. The old keeper wrote the hour in his book, as he had done for more than thirty years, and went in to his tea.';

async function heard(change: Partial<Profile>, text = TEXT) {
  const { readingStyle: _readingStyle, ...profile } = { ...standard, ...change };
  const { body } = await client.send<HeardSample>('POST', '/sample', { text, language: 'en-GB', profile });
  const wav = Buffer.from(body.wav, 'base64');
  const sampleRate = wav.readUInt32LE(24);
  const pcm = new Int16Array(wav.buffer.slice(wav.byteOffset + 44, wav.byteOffset + wav.length));
  return { ...body, pcm, sampleRate };
}

describe.each(['espeak-en-gb-higher-1', 'espeak-en-gb-lower-1'])('%s', (voice) => {
  test.each([-4, -2, 2, 4])('pitch %d semitones', async (pitch) => {
    const [own, moved] = [
      await heard({ voices: { en: voice } }),
      await heard({ voices: { en: voice }, pitch }),
    ];
    const semitones =
      12 * Math.log2(medianPitch(moved.pcm, moved.sampleRate) / medianPitch(own.pcm, own.sampleRate));
    expect(Math.abs(semitones - pitch)).toBeLessThanOrEqual(0.5);
  });

  test.each([90, 120, 150, 190, 230])('pace %d words a minute', async (pace) => {
    const { duration } = await heard({ voices: { en: voice }, pace });
    const spoken = TEXT.split(/\s+/u).length;
    expect(Math.abs((spoken * 60) / duration / pace - 1)).toBeLessThanOrEqual(0.03);
  });
});

/** Seconds of quiet (below −50 dBFS) in the sound around the middle between two words. */
function quietBefore({ words, pcm, sampleRate }: Awaited<ReturnType<typeof heard>>, word: number): number {
  const middle = Math.round((((words[word - 1]?.to ?? 0) + (words[word]?.from ?? 0)) / 2) * sampleRate);
  const isQuiet = (at: number) => at >= 0 && at < pcm.length && Math.abs(pcm[at] ?? 0) < 104;
  let [from, to] = [middle, middle];
  while (isQuiet(from - 1)) from -= 1;
  while (isQuiet(to)) to += 1;
  return (to - from) / sampleRate;
}

test('pauses after a sentence differ by what they were set to, and none is nearly none', async () => {
  const quiet = async (sentence: number) => {
    const sample = await heard({ pauses: { ...standard.pauses, sentence } });
    return quietBefore(
      sample,
      sample.words.findIndex((word) => word.sentence === 1),
    );
  };
  const none = await quiet(0);
  // What the voice itself leaves between two clips.
  expect(none).toBeLessThanOrEqual(0.08);
  for (const pause of [0.3, 0.8, 1.5])
    expect(Math.abs((await quiet(pause)) - none - pause)).toBeLessThanOrEqual(0.02);
});

test('a pause at a comma is as much longer as it was set', async () => {
  const quiet = async (comma: number) => {
    const sample = await heard({ pauses: { ...standard.pauses, comma } });
    return quietBefore(
      sample,
      sample.words.findIndex(({ start }) => TEXT.slice(start, start + 13) === 'and the whole'),
    );
  };
  expect(Math.abs((await quiet(0.7)) - (await quiet(0.2)) - 0.5)).toBeLessThanOrEqual(0.02);
});

test.each(['espeak-en-gb-higher-1', 'espeak-en-gb-scotland-lower-1'])(
  'louder is four decibels louder, in %s',
  async (voice) => {
    const [own, louder] = [
      await heard({ voices: { en: voice } }),
      await heard({ voices: { en: voice }, loudness: 'louder' }),
    ];
    const lufs = ({ pcm, sampleRate }: typeof own) => measureLoudness(pcm, sampleRate).lufs;
    expect(Math.abs(lufs(own) - -19)).toBeLessThanOrEqual(1);
    expect(Math.abs(lufs(louder) - -15)).toBeLessThanOrEqual(1);
  },
);

test('what is left out is not heard', async () => {
  const text = 'The bog (a wet place) is old 🙂. See www.wrenmoor.example now.';
  const spokenText = async (choices: Partial<Profile['choices']>) => {
    const { words } = await heard({ choices: { ...standard.choices, ...choices } }, text);
    return words.map(({ start, end }) => text.slice(start, end)).join(' ');
  };
  expect(await spokenText({})).toContain('a wet place');
  expect(await spokenText({ asides: 'left-out' })).not.toContain('wet');
  expect(await spokenText({ emoji: 'left-out' })).not.toContain('🙂');
  expect(await spokenText({ links: 'left-out' })).not.toContain('wrenmoor');
});
