import type { TextView } from '@aurelfield/api';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import type { SelectedRange } from './studyMarks.ts';
import type { PlacedWord } from './tools/AboutWord.tsx';

/** A word of a reading as it stands in the text; undefined where there is none. */
export function wordAt(
  track: ReadingTrack,
  text: TextView,
  sentence: number,
  word: number,
): PlacedWord | undefined {
  const found = track.sentences[sentence];
  const range = found?.words[word];
  const block = found && text.blocks[found.block];
  if (!found || !range || !block) return undefined;
  return {
    written: block.text.slice(range.start, range.end),
    block: block.id,
    start: range.start,
    sentence: block.text.slice(found.start, found.end),
    at: range.start - found.start,
  };
}

/** The word at a place of the text. */
export function placeAt(
  track: ReadingTrack,
  { block, start }: { readonly block: number; readonly start: number },
) {
  const sentence = track.sentences.find((one) => one.block === block && start < one.end);
  if (!sentence) return undefined;
  return {
    sentence: sentence.index,
    word: Math.max(
      0,
      sentence.words.findLastIndex((word) => word.start <= start),
    ),
  };
}

/** The words of selected ranges, from the first to the last. */
export function passageOf(track: ReadingTrack, ranges: readonly SelectedRange[]) {
  const [first, last] = [ranges[0], ranges.at(-1)];
  if (!first || !last) return undefined;
  const from = placeAt(track, first);
  const to = placeAt(track, { block: last.block, start: last.end - 1 });
  return from && to ? { from, to } : undefined;
}
