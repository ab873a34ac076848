import { burstIn, firstLoud } from '@aurelfield/core/audio';
import type { WordTime } from '../clip/shapeClip.ts';
import type { FestivalResponse } from './festivalRunner.ts';

/** Phones of the engine that begin with a closure, which is silence or a murmur. */
const STOPS = new Set('p t k b d g ch jh'.split(' '));
const PAUSE = 'pau';
/** A phone whose beginning is so near a word's is its first. Milliseconds. */
const NEAR = 1;
/** The first samples of a sound are kept from the ramp that a cut makes. Milliseconds. */
const LEAD = 2;
/** The engine may end a stop where its burst begins. Milliseconds. */
const AFTER = 15;
/** After silence a word is heard from where it is so loud beside its loudest (−38 dB). */
const HEARD = 0.0126;

/**
 * Word times as they are heard. The engine begins a word that opens with a stop at its closure, 40 to 130 ms
 * before anything is to be heard of it: here it begins with the burst. After silence the engine begins a word
 * where its sound swells from nothing: here it begins where that can be heard. Other words begin where the
 * engine says.
 */
export function wordOnsets(
  { pcm, words, phones }: Pick<FestivalResponse, 'pcm' | 'words' | 'phones'>,
  sampleRate: number,
): WordTime[] {
  const starts = phones.map((_, i) => phones[i - 1]?.end ?? 0);
  const sampleAt = (milliseconds: number) =>
    Math.min(pcm.length, Math.round((milliseconds * sampleRate) / 1000));
  const onset = (word: WordTime): number | undefined => {
    const first = starts.findIndex((start) => Math.abs(start - word.start) < NEAR);
    const phone = phones[first];
    if (phone === undefined) return undefined;
    const from = sampleAt(word.start);
    if (STOPS.has(phone.name)) {
      const burst = burstIn(pcm, from, sampleAt(phone.end + AFTER), sampleRate);
      if (burst > from) return burst;
    }
    if (phones[first - 1]?.name !== PAUSE) return undefined;
    const loudest = pcm
      .subarray(from, sampleAt(word.end))
      .reduce((most, sample) => Math.max(most, Math.abs(sample)), 0);
    return firstLoud(pcm, from, sampleAt(phone.end), loudest * HEARD);
  };
  return words.map((word) => {
    const heard = onset(word);
    if (heard === undefined) return word;
    const start = Math.max(word.start, (heard * 1000) / sampleRate - LEAD);
    return { start: Math.min(start, word.end), end: word.end };
  });
}
