/** @module-tag long */
import { planHandout, speechAmount, type SpeechPlan } from '@aurelfield/core/speech';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { FestivalEngine } from './festivalEngine.ts';
import { findFestival } from './presence.ts';

const plansOf = (text: string, voice: string, speed = 160, pitch = 0): SpeechPlan[] =>
  [
    ...planHandout(
      [{ type: 'paragraph', text, offset: 0 }],
      'en-GB',
      { id: voice, engineVersion: '' },
      { speed, pitch, sampleRate: 16_000 },
    ),
  ].map(({ plan }) => plan);

/** Lines of characters from many scripts, halves of characters too; mulberry32 with a fixed seed. */
function randomLines(seed: number, count: number): string[] {
  let state = seed;
  const random = () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
  const ranges = [[0x20, 0x7e], [0x61, 0x7a], [0xa0, 0x24f], [0x370, 0x3ff], [0x2000, 0x22ff], [0xd7a0, 0xe010], [0x1f300, 0x1f9ff]] as const; // prettier-ignore
  return Array.from({ length: count }, () =>
    Array.from({ length: 5 + Math.floor(random() * 20) }, () => {
      const [low, high] = ranges[Math.floor(random() * ranges.length)] ?? [0x20, 0x7e];
      return random() < 0.2 ? ' ' : String.fromCodePoint(low + Math.floor(random() * (high - low)));
    }).join(''),
  );
}

const TEXT =
  "The keeper's dog wasn't afraid of the 12.5 m drop, or of the bore; it ran along Ward's wall at 7 a.m. In 1987 the River Sallow broke its bank. Was it us? No! See the terms of section four.";

describe.each([
  'festival-en-us-higher',
  'festival-en-us-lower',
  'festival-en-gb-higher',
  'festival-en-gb-lower',
])('%s', (voice) => {
  // A program of its own: a voice must not depend on another one having spoken before.
  const engine = new FestivalEngine({ processes: 1 });
  beforeAll(() => engine.start());
  afterAll(() => engine.stop());

  test.each([0, 3, -4])(
    'word onsets are those of the engine’s own phones, at a pitch of %d',
    async (pitch) => {
      for (const plan of plansOf(TEXT, voice, 160, pitch)) {
        const { words, phones } = await engine.say(plan, 1, { phones: true });
        expect(words).toHaveLength(plan.words.length);
        // A word begins where some phone begins: where the one before it ends.
        const starts = [0, ...phones.map(({ end }) => end)];
        for (const { start } of words)
          expect(Math.min(...starts.map((at) => Math.abs(at - start)))).toBeLessThan(1);
        expect([...words].sort((a, b) => a.start - b.start)).toEqual(words);
      }
    },
  );

  test('clips have a rising time for every spoken word, inside the sound', async () => {
    for (const plan of plansOf(TEXT, voice)) {
      const clip = await engine.speak(plan);
      expect(clip.words).toHaveLength(plan.words.length);
      expect(clip.pcm.length / clip.sampleRate).toBeCloseTo(clip.duration, 5);
      let floor = 0;
      for (const { start, end } of clip.words) {
        expect(start).toBeGreaterThanOrEqual(floor - 1e-9);
        expect(end).toBeGreaterThan(start);
        floor = end;
      }
      expect(floor).toBeLessThanOrEqual(clip.duration + 1e-9);
    }
  });

  test.each(['Play mf, then pp.', 'The dj said bb and ppp.', 'A cwm, a nth and hmm, tsk, pfft.'])(
    'a word that it cannot say is spelled, and the rest is said: %s',
    async (text) => {
      for (const plan of plansOf(text, voice)) {
        const clip = await engine.speak(plan);
        expect(clip.words).toHaveLength(plan.words.length);
        // A letter's name takes a while: nothing is passed over.
        for (const nth of clip.spelledWords ?? []) {
          const { start, end } = clip.words[nth] ?? { start: 0, end: 0 };
          expect(end - start, plan.words[nth]).toBeGreaterThan(0.12 * (plan.words[nth]?.length ?? 0));
        }
      }
    },
  );

  test('lines of random characters never fail', async () => {
    const lines = randomLines(11, 15);
    for (const plan of plansOf(lines.join('\n'), voice)) {
      const clip = await engine.speak(plan);
      expect(clip.words, plan.words.join(' ')).toHaveLength(plan.words.length);
    }
  });

  test('a break can be parted where the plan has it, right after the word', async () => {
    const [plan] = plansOf('The bog is old, and it is wet.', voice);
    if (!plan) throw new Error('No plan.');
    const { words, cuts, sampleRate } = await engine.speak({ ...plan, breaks: [3] });
    const cut = (cuts[0] ?? 0) / sampleRate;
    expect(cut).toBeGreaterThanOrEqual((words[3]?.end ?? 0) - 1e-6);
    expect(cut).toBeLessThanOrEqual((words[4]?.start ?? 0) + 1e-6);
  });

  test.each([90, 150, 220, 320])(
    'a speed of %d standard words a minute is kept within an eighth on a short text',
    async (speed) => {
      const [plan] = plansOf(
        'The men who lit the lamps along the river carried ladders and walked the same streets every night',
        voice,
        speed,
      );
      if (!plan) throw new Error('No plan.');
      const { duration } = await engine.speak(plan);
      expect(Math.abs((speechAmount(plan.words, 1) * 60) / duration / speed - 1)).toBeLessThan(0.12);
    },
  );

  test('an entry’s sounds are said, and the voice’s own way otherwise', async () => {
    const [plan] = plansOf('Sallow', voice);
    if (!plan) throw new Error('No plan.');
    const names = async (sounds: SpeechPlan['sounds']) =>
      (await engine.say({ ...plan, sounds }, 1, { phones: true })).phones
        .map(({ name }) => name)
        .filter((name) => name !== 'pau')
        .join(' ');
    expect(await names([{ word: 0, ipa: 'ˈzuːmə' }])).toBe('z uw m ax');
    expect(await names([])).toMatch(/^s ae/u);
  });

  test('a higher pitch is higher by as much', async () => {
    const fundamental = async (pitch: number) => {
      const [plan] = plansOf('Are you a mariner', voice, 160, pitch);
      if (!plan) throw new Error('No plan.');
      const { pcm, sampleRate } = await engine.speak(plan);
      return medianPitch(pcm, sampleRate);
    };
    const [low, own, high] = [await fundamental(-4), await fundamental(0), await fundamental(4)];
    expect(Math.abs(12 * Math.log2(high / own) - 4)).toBeLessThan(1);
    expect(Math.abs(12 * Math.log2(low / own) + 4)).toBeLessThan(1);
  });
});

test('a sentence it does not finish in time fails and the next one is said', async () => {
  const engine = new FestivalEngine({ processes: 1 });
  await engine.start();
  const [plan] = plansOf('A long while ago there was a river. ', 'festival-en-us-higher');
  if (!plan) throw new Error('No plan.');
  await expect(engine.speak(plan, { timeout: 1 })).rejects.toMatchObject({ kind: 'timeout' });
  await expect(engine.speak(plan)).resolves.toMatchObject({ sampleRate: 32_000 });
  await engine.stop();
});

test('a program that crashes is told and started again', async () => {
  const crashing = new FestivalEngine({
    processes: 1,
    program: {
      command: process.execPath,
      args: ['-e', 'console.log("AUREL ready"); setTimeout(() => process.exit(3), 300)'],
    },
  });
  await crashing.start();
  const [plan] = plansOf('Hello', 'festival-en-us-higher');
  if (!plan) throw new Error('No plan.');
  await expect(crashing.speak(plan)).rejects.toMatchObject({ kind: 'crash' });
  await crashing.stop();
});

test('where the program is not there, its voices are not either, and what is missing is said', () => {
  expect(findFestival('festival', '/nowhere')).toMatchObject({ voices: [], missing: ['festival'] });
  const absent = new FestivalEngine({ program: { command: '/nowhere/festival', args: [] } });
  expect(absent.voices).toEqual([]);
  expect(absent.missing).toContain('apt-get install festival');
});

/** Median fundamental frequency in hertz by autocorrelation over windows of 40 ms. */
function medianPitch(pcm: Int16Array, sampleRate: number): number {
  const size = Math.round(sampleRate * 0.04);
  const found: number[] = [];
  for (let at = 0; at + 2 * size < pcm.length; at += size) {
    let best = 0;
    let bestLag = 0;
    let energy = 0;
    for (let i = 0; i < size; i++) energy += (pcm[at + i] ?? 0) ** 2;
    if (energy / size < 300 ** 2) continue;
    for (let lag = Math.round(sampleRate / 400); lag < sampleRate / 60 && lag < size; lag++) {
      let sum = 0;
      for (let i = 0; i < size; i++) sum += (pcm[at + i] ?? 0) * (pcm[at + i + lag] ?? 0);
      if (sum > best * 1.05) {
        best = sum;
        bestLag = lag;
      }
    }
    if (best > energy * 0.6) found.push(sampleRate / bestLag);
  }
  return found.sort((a, b) => a - b)[found.length >> 1] ?? 0;
}

describe('a British sound on an American speaker', () => {
  const engine = new FestivalEngine({ processes: 1 });
  beforeAll(() => engine.start());
  afterAll(() => engine.stop());
  const said = async (words: string[], voice = 'festival-en-gb-higher') =>
    (await engine.pronounce(voice, words)).map((phones) => phones.join(''));

  // Received Pronunciation as dictionaries of British English have it (from memory), in the vowels that the
  // voice has.
  test.each([
    ['bath', 'bɑːθ'], ['grass', 'ɡɹɑːs'], ['after', 'ɑːftə'], ['dance', 'dɑːns'], ['cat', 'kæt'], ['father', 'fɑːðə'],
    ['lot', 'lɔːt'], ['what', 'wɔːt'], ['stop', 'stɔːp'], ['god', 'ɡɔːd'], ['car', 'kɑː'], ['far', 'fɑː'], ['door', 'dɔː'], ['north', 'nɔːθ'],
    ['near', 'nɪə'], ['care', 'kɛə'], ['fire', 'faɪə'], ['teacher', 'tiːt͡ʃə'], ['very', 'vɛɹiː'], ['river', 'ɹɪvə'], ['tune', 'tjuːn'], ['duke', 'djuːk'], ['Z', 'zɛd'], ['R', 'ɑː'],
  ])('%s', async (word, phones) => {
    expect((await said([word]))[0]).toBe(phones);
  }); // prettier-ignore

  test('an r links a word to a vowel after it, and none to a consonant or a pause', async () => {
    const phones = async (text: string) => {
      const [plan] = plansOf(text, 'festival-en-gb-lower');
      if (!plan) throw new Error('There is no sentence.');
      return (await engine.say(plan, 1, { phones: true })).phones.map(({ name }) => name).join(' ');
    };
    expect(await phones('The car is far away.')).toContain('k aa r ih z f aa r ax w ey');
    expect(await phones('The car broke down.')).toContain('k aa b r');
    expect(await phones('The teacher asked.')).toContain('ch ax r aa s k');
    expect(await phones('The teacher, Ann, sat.')).toContain('ch ax pau');
  });

  test('the same speaker keeps the American sound beside it, in turn', async () => {
    for (const [voice, phones] of [['festival-en-us-higher', 'kɑːɹ'], ['festival-en-gb-higher', 'kɑː'], ['festival-en-us-higher', 'kɑːɹ']] as const)
      expect(await said(['car'], voice)).toEqual([phones]); // prettier-ignore
  });
});
