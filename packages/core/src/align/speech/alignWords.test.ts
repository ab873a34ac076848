/** @module-tag long */
import { describe, expect, test } from 'vitest';
import { joinSamples } from '../../audio/join.ts';
import { ACCEPTANCE_THRESHOLD, type KnownSpeech } from './alignSegment.ts';
import { alignWords } from './alignWords.ts';
import { SPEECH_RATE } from './spectra.ts';

/**
 * A made-up sound of speech: each letter a chord of three tones, as vowels have, of 60 ms; how a speaker
 * differs is given by a factor for the tones and one for the time.
 */
const LETTER = 0.06;
const WORDS =
  'mora tilu sepa kano rubi dalo feni wuta gosi hemi pula ziro tamu neko bafi lodu sira mupe kalo vinu'.split(
    ' ',
  );

interface Speaker {
  readonly tones: number;
  readonly time: number;
}
const KNOWN: Speaker = { tones: 1, time: 1 };
const OTHER: Speaker = { tones: 1.07, time: 1 };

/** Says words, with a pause in seconds before each. @returns the sound and where each word is. */
function said(words: readonly string[], speaker: Speaker, pauses: readonly number[] = []): KnownSpeech {
  const parts: Int16Array[] = [];
  const ranges: { from: number; to: number }[] = [];
  let at = 0;
  const add = (part: Int16Array) => {
    parts.push(part);
    at += part.length;
  };
  add(new Int16Array(0.2 * SPEECH_RATE));
  words.forEach((word, i) => {
    add(new Int16Array(Math.round((pauses[i] ?? 0) * SPEECH_RATE)));
    const from = at;
    for (const letter of word) add(soundOf(letter, speaker));
    ranges.push({ from, to: at });
  });
  add(new Int16Array(0.3 * SPEECH_RATE));
  return { pcm: joinSamples(parts), words: ranges };
}

function soundOf(letter: string, { tones, time }: Speaker): Int16Array {
  const code = letter.charCodeAt(0) - 97;
  const hertz = [260 + ((code * 7) % 26) * 24, 900 + ((code * 11) % 26) * 55, 2300 + ((code * 5) % 26) * 70];
  const length = Math.round(LETTER * time * SPEECH_RATE);
  return Int16Array.from({ length }, (_, i) => {
    const sum = hertz.reduce(
      (total, f, k) => total + Math.sin((2 * Math.PI * f * tones * i) / SPEECH_RATE) / (k + 1),
      0,
    );
    return Math.round(3500 * sum * Math.min(1, i / 80, (length - i) / 80));
  });
}

/** The same stream of numbers every time. */
function noisy(pcm: Int16Array, loudness: number): Int16Array {
  let state = 12345;
  return pcm.map((sample) => {
    state = (Math.imul(state, 1103515245) + 12345) & 0x7fffffff;
    return Math.round(sample + (state / 0x7fffffff - 0.5) * 2 * loudness);
  });
}

/** Milliseconds between where words were found and where they are. */
function errors(found: ReturnType<typeof alignWords>, truth: KnownSpeech): number[] {
  return found.words.flatMap(({ range }, i) =>
    range ? Math.abs(range.from - (truth.words[i]?.from ?? 0)) / (SPEECH_RATE / 1000) : [],
  );
}

const text = [...WORDS, ...WORDS.slice(3, 15), ...WORDS.slice(0, 8)];
const known = said(text, KNOWN);

describe('a recording of the text', () => {
  const cases: [string, KnownSpeech, (pcm: Int16Array) => Int16Array][] = [
    ['by another voice', said(text, OTHER), (pcm) => pcm],
    ['a fifth slower', said(text, { tones: 0.95, time: 1.2 }), (pcm) => pcm],
    ['a fifth faster', said(text, { tones: 1.05, time: 1 / 1.2 }), (pcm) => pcm],
    ['with pauses of a second', said(text, OTHER, text.map((_, i) => (i % 6 === 5 ? 1 : 0))), (pcm) => pcm], // prettier-ignore
    ['with a silence of 20 seconds', said(text, OTHER, text.map((_, i) => (i === 9 ? 20 : 0))), (pcm) => pcm], // prettier-ignore
    ['with noise behind it', said(text, OTHER), (pcm) => noisy(pcm, 900)],
    ['ten times as quiet', said(text, OTHER), (pcm) => pcm.map((sample) => Math.round(sample / 10))],
  ];
  test.each(cases)('%s: every word is found where it is', (_name, truth, changed) => {
    const found = alignWords(known, changed(truth.pcm));
    const off = errors(found, truth);
    expect(off).toHaveLength(text.length);
    expect(Math.max(...off)).toBeLessThan(40);
    expect(found.fit).toBeGreaterThan(ACCEPTANCE_THRESHOLD);
    expect(found.words.filter(({ confidence }) => confidence > 0.5).length).toBeGreaterThan(
      text.length * 0.9,
    );
  });

  test.each([[[7]], [[7, 8, 9]], [[0]], [[text.length - 1]], [[3, 20, 31]]])(
    'without the words %j: they are told as left out, and no other word moves',
    (leftOut) => {
      const isLeft = (i: number) => leftOut.includes(i);
      const truth = said(text.filter((_, i) => !isLeft(i)), OTHER); // prettier-ignore
      const found = alignWords(known, truth.pcm);
      expect(found.words.flatMap(({ range }, i) => (range ? [] : i))).toEqual(leftOut);
      let nth = 0;
      found.words.forEach(({ range }, i) => {
        if (isLeft(i)) return;
        const own = truth.words[nth++];
        expect(Math.abs((range?.from ?? 0) - (own?.from ?? 0)) / (SPEECH_RATE / 1000)).toBeLessThan(60);
      });
    },
  );

  test.each([
    ['said twice', 10, text[10] ?? ''],
    ['that the text has not', 14, 'xyxyqx'],
  ])('with a word %s: the others stay where they are', (_name, at, word) => {
    const words = [...text.slice(0, at), word, ...text.slice(at)];
    const truth = said(words, OTHER);
    const own = { pcm: truth.pcm, words: truth.words.filter((_, i) => i !== at) };
    const off = errors(alignWords(known, own.pcm), own);
    expect(off).toHaveLength(text.length);
    // Which of two that are the same is the text’s is nobody’s to say.
    expect(off.filter((error) => error > 60).length).toBeLessThanOrEqual(1);
  });
});

describe('a long recording', () => {
  /** A pause after every fourth word. */
  const long = Array.from({ length: 5 }, () => text).flat();
  const pauses = long.map((_, i) => (i > 0 && i % 4 === 0 ? 0.4 : 0));
  const own = said(long, KNOWN, pauses);
  const truth = said(long, { tones: 1.07, time: 1.1 }, pauses);

  test('is looked at part by part, and every word is where it is', () => {
    const off = errors(alignWords(own, truth.pcm, 6 * SPEECH_RATE), truth);
    expect(off).toHaveLength(long.length);
    expect(Math.max(...off)).toBeLessThan(60);
  });

  test('of nothing but noise does not fit', () => {
    const noise = noisy(new Int16Array(truth.pcm.length), 6000);
    expect(alignWords(own, noise, 6 * SPEECH_RATE).fit).toBeLessThan(ACCEPTANCE_THRESHOLD);
  });

  test('without any pause is looked at as a whole', () => {
    const [flowing, spoken] = [said(long, KNOWN), said(long, OTHER)];
    expect(Math.max(...errors(alignWords(flowing, spoken.pcm, 6 * SPEECH_RATE), spoken))).toBeLessThan(60);
  });
});

describe('what is no recording of the text', () => {
  test.each([
    ['nothing', new Int16Array(0)],
    ['a click', Int16Array.from({ length: 500 }, () => 9000)],
    ['silence', new Int16Array(12 * SPEECH_RATE)],
    [
      'a tone that comes and goes',
      Int16Array.from({ length: 9 * SPEECH_RATE }, (_, i) =>
        Math.round(
          4000 *
            Math.sin((2 * Math.PI * 330 * i) / SPEECH_RATE) *
            (1 + Math.sin((2 * Math.PI * 3 * i) / SPEECH_RATE)),
        ),
      ),
    ],
    ['noise', noisy(new Int16Array(12 * SPEECH_RATE), 6000)],
  ])('%s does not fit, and is no error', (_name, pcm) => {
    const { words, fit } = alignWords(known, pcm);
    expect(words).toHaveLength(text.length);
    expect(fit).toBeLessThan(ACCEPTANCE_THRESHOLD);
    for (const { confidence } of words) expect(confidence).toBeLessThanOrEqual(1);
  });

  test('a text without words has none', () => {
    expect(alignWords({ pcm: known.pcm, words: [] }, known.pcm)).toEqual({ words: [], fit: 0 });
  });

  test('a word that is not spoken is not sought', () => {
    const with_ = {
      pcm: known.pcm,
      words: [...known.words.slice(0, 5), { from: 0, to: 0 }, ...known.words.slice(5)],
    };
    const found = alignWords(with_, said(text, OTHER).pcm);
    expect(found.words[5]).toEqual({ range: undefined, confidence: 0 });
    expect(found.fit).toBeGreaterThan(ACCEPTANCE_THRESHOLD);
  });
});

test('the same is found every time', () => {
  const recording = noisy(said(text, OTHER).pcm, 400);
  expect(alignWords(known, recording)).toEqual(alignWords(known, recording));
});
