import { alignWords, SPEECH_RATE } from '@aurelfield/core/alignment';
import { saidBy } from './known.ts';
import { chance, spokenByFlite, withNoise } from './truth.ts';

/** A way in which a recording differs from its text. */
export interface Condition {
  readonly name: string;
  /** 1.2 is a fifth slower. */
  readonly stretch?: number;
  /** Speech to noise. */
  readonly decibels?: number;
  /** Share of the words that are left out, and that are said twice. */
  readonly leftOut?: number;
  readonly twice?: number;
}

export const CONDITIONS: readonly Condition[] = [
  { name: 'clean' },
  { name: 'noise at 20 dB', decibels: 20 },
  { name: 'noise at 10 dB', decibels: 10 },
  { name: '5 % of words left out', leftOut: 0.05 },
  { name: '5 % of words added', twice: 0.05 },
  { name: 'a fifth faster', stretch: 1 / 1.2 },
  { name: 'a fifth slower', stretch: 1.2 },
];

/** What one recording showed. */
export interface Finding {
  /**
   * Milliseconds by which each word that was said was found late; words taken as left out are not among them.
   */
  readonly errors: readonly number[];
  /** The same, without a sign, of words beside one that was left out. */
  readonly nextToMissing: readonly number[];
  readonly wronglyLeftOut: number;
  /** Words that were left out, and how many of them were found all the same. */
  readonly leftOut: number;
  readonly foundAllTheSame: number;
  readonly fit: number;
  /** Of the recording, and that the alignment took. */
  readonly seconds: number;
  readonly took: number;
}

/** Aligns a text as a voice of flite says it, in one way, with the same text as a voice of ours says it. */
export async function finding(
  text: readonly (readonly string[])[],
  speaker: string,
  { stretch = 1, decibels, leftOut = 0, twice = 0 }: Condition,
  voice = 'espeak-en-gb-higher-1',
): Promise<Finding> {
  const next = chance(text.flat().length + speaker.length);
  const isSaid: boolean[] = [];
  const isWritten: boolean[] = [];
  const said = text.map((sentence) =>
    sentence.flatMap((word) => {
      const [isOut, isTwice] = [next() < leftOut, next() < twice];
      isSaid.push(!isOut);
      const times = (isOut ? 0 : 1) + (isTwice ? 1 : 0);
      for (let i = 0; i < times; i++) isWritten.push(!isOut && i === 0);
      return Array.from({ length: times }, () => word);
    }),
  );
  const truth = await spokenByFlite(speaker, said, stretch);
  const known = await saidBy(voice, text);
  if (known.words.length !== isSaid.length) throw new Error('The voice says other words than the text has.');
  const pcm = decibels === undefined ? truth.pcm : withNoise(truth.pcm, decibels);
  const began = performance.now();
  const { words, fit } = alignWords(known, pcm);
  const took = (performance.now() - began) / 1000;
  const spoken = truth.words.filter((_, i) => isWritten[i]);
  const errors: number[] = [];
  const nextToMissing: number[] = [];
  let wronglyLeftOut = 0;
  let nth = 0;
  isSaid.forEach((was, i) => {
    if (!was) return;
    const from = spoken[nth++]?.from ?? 0;
    const range = words[i]?.range;
    if (!range) {
      wronglyLeftOut += 1;
      return;
    }
    const error = ((range.from - from) / SPEECH_RATE) * 1000;
    errors.push(error);
    if (isSaid[i - 1] === false || isSaid[i + 1] === false) nextToMissing.push(Math.abs(error));
  });
  return {
    errors,
    nextToMissing,
    wronglyLeftOut,
    leftOut: isSaid.filter((was) => !was).length,
    foundAllTheSame: isSaid.filter((was, i) => !was && words[i]?.range).length,
    fit,
    seconds: pcm.length / SPEECH_RATE,
    took,
  };
}

/** The value below which a share of the values lies; NaN of none. */
export function quantile(values: readonly number[], share: number): number {
  return [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))] ?? NaN;
}
