import type { SampleRange } from '../../timeline/samples.ts';
import {
  alignSegment,
  roughPositions,
  type Alignment,
  type KnownSpeech,
  type Sounds,
} from './alignSegment.ts';
import { HOP, spectra, spectraBetween, SPEECH_RATE } from './spectra.ts';

/**
 * A longer recording is split into stretches of about this length, so that an hour takes no more memory than
 * it must. Samples.
 */
const SEGMENT_SAMPLES = 4 * 60 * SPEECH_RATE;
/** How far beyond that a good place is looked for, as a share of it. */
const SOUGHT = 0.5;
/** A place to part at: so long a pause in the recording, and in the known speech. Seconds. */
const [PAUSE, KNOWN_PAUSE] = [0.2, 0.15];
/** So many words on both sides must fit well there. */
const NEIGHBOURS = 4;

/**
 * Lays known speech beside a recording of the same text. A long one is arranged roughly as a whole, split in
 * pauses where that fits well, and looked at closely part by part.
 * @param stretch samples of a part.
 */
export function alignWords(
  known: KnownSpeech,
  recording: Int16Array,
  segmentSamples = SEGMENT_SAMPLES,
): Alignment {
  const sounds = { said: spectra(known.pcm), heard: spectra(recording) };
  if (recording.length <= segmentSamples * (1 + SOUGHT)) return alignSegment(known.words, sounds);
  const parts = partsOf(known, recording, sounds, segmentSamples).map((part) => ({
    part,
    found: alignPart(known, sounds, part),
  }));
  const words = parts.flatMap(({ part: { at }, found }) =>
    found.words.map(({ range, confidence }) => ({
      range: range && { from: range.from + at.from, to: range.to + at.from },
      confidence,
    })),
  );
  const fits = parts.reduce((sum, { found }) => sum + found.fit * found.words.length, 0);
  return { words, fit: fits / Math.max(1, words.length) };
}

/** A part: samples of the recording and of the known speech, and the words in them. */
interface Part {
  readonly at: SampleRange;
  readonly said: SampleRange;
  readonly words: readonly [first: number, end: number];
}

function alignPart(known: KnownSpeech, sounds: Sounds, { at, said, words }: Part): Alignment {
  return alignSegment(
    known.words
      .slice(...words)
      .map(({ from, to }) => ({ from: Math.max(0, from - said.from), to: Math.max(0, to - said.from) })),
    {
      said: spectraBetween(sounds.said, said.from, said.to),
      heard: spectraBetween(sounds.heard, at.from, at.to),
    },
  );
}

function partsOf(known: KnownSpeech, recording: Int16Array, sounds: Sounds, segmentSamples: number): Part[] {
  const ends = { at: recording.length, said: known.pcm.length, word: known.words.length };
  const cuts = [...cutsOf(known, recording, sounds, segmentSamples), ends];
  let before = { at: 0, said: 0, word: 0 };
  return cuts.map((cut) => {
    const part: Part = {
      at: { from: before.at, to: cut.at },
      said: { from: before.said, to: cut.said },
      words: [before.word, cut.word],
    };
    before = cut;
    return part;
  });
}

/** Where the recording is split: before which word, and at which sample of both sounds. */
function cutsOf(known: KnownSpeech, recording: Int16Array, sounds: Sounds, segmentSamples: number) {
  const rough = roughPositions(known.words, sounds) ?? [];
  const cuts: { readonly at: number; readonly said: number; readonly word: number }[] = [];
  let best:
    | { readonly at: number; readonly said: number; readonly word: number; readonly distance: number }
    | undefined;
  for (let word = 1; word < rough.length; word++) {
    const [before, after] = [rough[word - 1]?.range, rough[word]?.range];
    const [saidBefore, saidAfter] = [known.words[word - 1], known.words[word]];
    if (!before || !after || !saidBefore || !saidAfter) continue;
    const start = (cuts.at(-1)?.at ?? 0) + segmentSamples;
    if (after.from > start + segmentSamples * SOUGHT && best) {
      cuts.push(best);
      best = undefined;
      continue;
    }
    const isPause =
      after.from - before.to >= PAUSE * SPEECH_RATE &&
      saidAfter.from - saidBefore.to >= KNOWN_PAUSE * SPEECH_RATE;
    const at = wholeFrame((before.to + after.from) / 2);
    if (!isPause || at < start || recording.length - at < segmentSamples * SOUGHT) continue;
    const neighbours = rough.slice(Math.max(0, word - NEIGHBOURS), word + NEIGHBOURS);
    const distance = neighbours.reduce((sum, one) => sum + one.distance, 0) / neighbours.length;
    if (best && best.distance <= distance) continue;
    best = { at, said: wholeFrame((saidBefore.to + saidAfter.from) / 2), word, distance };
  }
  return best ? [...cuts, best] : cuts;
}

/** Parts begin where a frame does. */
function wholeFrame(sample: number): number {
  return Math.round(sample / HOP) * HOP;
}
