/** @module-tag long */
import {
  breakPause,
  DEFAULT_PAUSES,
  pauseAfter,
  planAtPace,
  planHandout,
  type SpeechPlan,
} from '@aurelfield/core/speech';
import { blocksFromMarkdown } from '@aurelfield/core/text';
import { scheduleSentence } from '@aurelfield/core/timeline';
import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { factsOfClip } from '../clip/factsOfClip.ts';
import { EspeakEngine } from './espeakEngine.ts';
import { loadEspeak, type Espeak, type EspeakEvent } from './module.ts';
import { espeakPitch, espeakSpeed } from './settings.ts';
import { ESPEAK_VOICES } from './voices.ts';
import { engineText } from './text.ts';

const engine = new EspeakEngine({ workers: 2 });
let engineAlone: Espeak;

beforeAll(async () => {
  engineAlone = await loadEspeak();
  await engine.start();
});
afterAll(() => engine.stop());

function plans(text: string, voice = 'espeak-en-gb-higher-1', language = 'en-GB'): SpeechPlan[] {
  const blocks = [{ type: 'paragraph' as const, text, offset: 0 }];
  return [
    ...planHandout(
      blocks,
      language,
      { id: voice, engineVersion: engine.versionOf() },
      { speed: 175, pitch: 0, sampleRate: 22_050 },
    ),
  ].map(({ plan }) => plan);
}

/** The engine's own events for a plan, without our pool, cutting and timing. */
function rawEvents(plan: SpeechPlan): { events: EspeakEvent[]; samples: number } {
  const events: EspeakEvent[] = [];
  let samples = 0;
  engineAlone.set_voice(ESPEAK_VOICES.find(({ id }) => id === plan.voice)?.identifier ?? '');
  engineAlone.set_rate(
    espeakSpeed(ESPEAK_VOICES.find(({ id }) => id === plan.voice)?.identifier ?? '', plan.speed).rate,
  );
  engineAlone.set_pitch(espeakPitch(plan.pitch));
  engineAlone.synthesize(engineText(plan).text, (pcm, found) => {
    events.push(...found);
    samples += pcm.length;
    return false;
  });
  return { events, samples };
}

const TEXT =
  'It is in the bog, of the kind that was 24 metres deep. He said that there would have been 3.5 km of it on 12/05/2024; as soon as he had to, he went. ' +
  'There are some of them in there, and I am one of those who had been to it. Is it?';

describe('word times', () => {
  test('every spoken word has one interval, in order, within the clip', async () => {
    for (const plan of plans(TEXT)) {
      const clip = await engine.speak(plan);
      expect(clip.words).toHaveLength(plan.words.length);
      let at = 0;
      for (const { start, end } of clip.words) {
        expect(start).toBeGreaterThanOrEqual(at - 1e-9);
        expect(end).toBeGreaterThan(start);
        at = end;
      }
      expect(at).toBeLessThanOrEqual(clip.duration + 1e-9);
      expect(clip.duration).toBeCloseTo(clip.pcm.length / clip.sampleRate, 9);
    }
  });

  // Ground truth: the engine's own phone times.
  test('every onset is that of one of the engine’s phones within 10 ms, pauses taken into account', async () => {
    for (const plan of plans(TEXT)) {
      const [clip, { events }] = [await engine.speak(plan), rawEvents(plan)];
      const onsets = events
        .filter(({ type, id }) => type === 'phoneme' && id !== '')
        .map(({ audio_position }) => audio_position / 1000);
      // Between two of our breaks the clip is the engine's audio moved by one distance, which the first word
      // of the run gives.
      let shift = 0;
      plan.words.forEach((_, i) => {
        const start = clip.words[i]?.start ?? 0;
        const opensRun = i === 0 || plan.breaks.includes(i - 1);
        const nearest = (time: number) =>
          onsets.reduce(
            (best, onset) => (Math.abs(onset - time) < Math.abs(best - time) ? onset : best),
            Infinity,
          );
        if (opensRun) {
          const wordEvent = events
            .filter(({ type }) => type === 'word')
            .find(({ text_position }) => text_position === engineText(plan).starts[i]);
          shift = nearest((wordEvent?.audio_position ?? 0) / 1000 + 0.02) - start;
        }
        expect(
          Math.abs(nearest(start + shift) - (start + shift)),
          `${plan.words[i]} in “${plan.words.join(' ')}”`,
        ).toBeLessThan(0.01);
      });
    }
  });

  test('merged function words get onsets of their own', async () => {
    const [plan] = plans('It is in the bog of the moor.');
    const clip = await engine.speak(plan as SpeechPlan);
    const onset = (word: string, nth = 0) =>
      clip.words[
        (plan as SpeechPlan).words.map((w, i) => (w === word ? i : -1)).filter((i) => i >= 0)[nth] ?? -1
      ]?.start ?? NaN;
    for (const [first, second] of [
      ['It', 'is'],
      ['in', 'the'],
    ] as const)
      expect(onset(second) - onset(first)).toBeGreaterThan(0.05);
    expect(onset('the', 1) - onset('of')).toBeGreaterThan(0.05);
  });
});

describe('pauses', () => {
  const quiet = (clip: { pcm: Int16Array; sampleRate: number }, from: number, to: number) =>
    clip.pcm
      .slice(Math.round(from * clip.sampleRate), Math.round(to * clip.sampleRate))
      .every((sample) => Math.abs(sample) < 200);

  test('the sound is quiet where a pause is laid in, and a comma’s pause is as long as asked', async () => {
    const [plan] = plans('Wet, deep.');
    const clip = await engine.speak(plan as SpeechPlan);
    const cut = (clip.cuts[0] ?? 0) / clip.sampleRate;
    expect(quiet(clip, cut - 0.0001, cut + 0.0001)).toBe(true);
    const facts = factsOfClip(clip);
    for (const comma of [0.1, 0.5, 1.5]) {
      const { words } = scheduleSentence(
        { words: [0, 1].map((firstSpoken) => ({ firstSpoken, spokenCount: 1 })), breaks: [0], pauses: [comma], pauseAfter: 0 },
        'key', facts, { sampleRate: 22_050, gain: 0 },
      ); // prettier-ignore
      const between = ((words[1]?.from ?? 0) - (words[0]?.to ?? 0)) / 22_050;
      expect(between).toBeGreaterThan(comma - 0.001);
      expect(between).toBeLessThan(comma + 0.1);
    }
  });

  test('no silence of the engine is left at the end of a clip', async () => {
    const [plan] = plans('The bog is deep.');
    const clip = await engine.speak(plan as SpeechPlan);
    expect(clip.duration - (clip.words.at(-1)?.end ?? 0)).toBeLessThan(0.081);
  });
});

describe('pace', () => {
  // The promise is ±5 % over a text of a thousand words; this is half of one, and no text that voices are
  // calibrated with.
  const file = fileURLToPath(new URL('../../../server/demo/handouts/lamplighters.md', import.meta.url));
  const blocks = blocksFromMarkdown(readFileSync(file, 'utf8'));

  const NAME = 'a text asked for at %d words a minute comes out at it';
  const comesOutAtIt = async (pace: number) => {
    let [samples, words] = [0, 0];
    for (const sentence of planAtPace(
      blocks,
      'en-GB',
      { id: 'espeak-en-gb-higher-1', engineVersion: '' },
      { pace, pitch: 0, sampleRate: 22_050 },
    )) {
      const scheduled = scheduleSentence(
        {
          words: sentence.words,
          breaks: sentence.plan.breaks,
          pauses: sentence.breaks.map((kind) => breakPause(kind, DEFAULT_PAUSES)),
          pauseAfter: pauseAfter(sentence.place, DEFAULT_PAUSES),
        },
        'key',
        factsOfClip(await engine.speak(sentence.plan)),
        { sampleRate: 22_050, gain: 0 },
      );
      samples += scheduled.samples + scheduled.pauseAfter;
      words += sentence.plan.words.length;
    }
    const seconds = samples / 22_050;
    expect((words * 60) / seconds / pace).toBeGreaterThan(0.95);
    expect((words * 60) / seconds / pace).toBeLessThan(1.05);
  };
  test.each([120, 200])(NAME, comesOutAtIt);
  test.each([60, 90, 150])(NAME, comesOutAtIt);
});

describe('voices', () => {
  test('there are at least four accents of English and two other languages, each higher and lower', () => {
    const english = new Set(
      engine.voices.filter(({ language }) => language.startsWith('en')).map(({ region }) => region),
    );
    const others = new Set(
      engine.voices.map(({ language }) => language.split('-')[0]).filter((language) => language !== 'en'),
    );
    expect(english.size).toBeGreaterThanOrEqual(4);
    expect(others.size).toBeGreaterThanOrEqual(2);
    for (const region of english) {
      const timbres = new Set(
        engine.voices.filter((voice) => voice.region === region).map(({ timbre }) => timbre),
      );
      expect([...timbres].sort()).toEqual(['higher', 'lower']);
    }
    expect(new Set(engine.voices.map(({ id }) => id)).size).toBe(engine.voices.length);
  });

  test('every voice speaks its own language', async () => {
    const clips = await Promise.all(
      engine.voices.map((voice) =>
        engine.speak(plans('Mama ma 2 koty.', voice.id, voice.language)[0] as SpeechPlan),
      ),
    );
    for (const clip of clips) expect(clip.duration).toBeGreaterThan(0.4);
  });

  test('a higher pitch lifts the voice', async () => {
    const [plan] = plans('Aaaaaa mmmm aaaa.');
    const crossings = async (pitch: number) => {
      const { pcm } = await engine.speak({ ...(plan as SpeechPlan), pitch });
      return (
        pcm.reduce((n, sample, i) => n + (sample >= 0 !== (pcm[i - 1] ?? 0) >= 0 ? 1 : 0), 0) / pcm.length
      );
    };
    expect(await crossings(6)).toBeGreaterThan((await crossings(-6)) * 1.05);
  });
});

test('an unknown voice is refused', async () => {
  await expect(engine.speak({ ...(plans('Moss.')[0] as SpeechPlan), voice: 'nobody' })).rejects.toThrow(
    'There is no voice',
  );
});

test('a cancelled request rejects with the reason and leaves the pool working', async () => {
  const controller = new AbortController();
  const long = plans(`${'the river turns and turns again '.repeat(18)}.`)[0] as SpeechPlan;
  const cancelled = engine.speak(long, { signal: controller.signal });
  setTimeout(() => controller.abort(new Error('not wanted')), 20);
  await expect(cancelled).rejects.toThrow('not wanted');
  await expect(engine.speak(plans('Moss.')[0] as SpeechPlan)).resolves.toMatchObject({ sampleRate: 22_050 });
});
