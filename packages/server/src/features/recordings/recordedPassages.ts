import type { VoicedPassage } from '@aurelfield/core/speech';
import type { TextBlock } from '@aurelfield/core/text';
import { recordedSpanOf } from '@aurelfield/core/timeline';
import { recordedVoiceId, timelineOfRecording } from './recordedVoice.ts';
import type { RecordingRow } from './recordingRepository.ts';

/** Kinds of blocks of which headings and questions are made. */
const HEADINGS: ReadonlySet<string> = new Set(['heading', 'question']);

/**
 * The passages of a text that are recorded: each sentence in its newest recording, where it stands as it was
 * written then. A sentence that was changed since is said by the pupil's voice again.
 * @param recordings those in use, the newest first.
 */
export function recordedPassages(
  recordings: readonly RecordingRow[],
  blocks: readonly TextBlock[],
  engineVersion: string,
): VoicedPassage[] {
  const numbers = new Map(blocks.map(({ id }, index) => [id, index]));
  const found = new Map<string, VoicedPassage>();
  for (const row of recordings) {
    const timeline = timelineOfRecording(row);
    row.sentences.forEach((sentence, nth) => {
      const index = numbers.get(sentence.block);
      const block = index === undefined ? undefined : blocks[index];
      if (index === undefined || !block) return;
      if (row.use === 'headings' && !HEADINGS.has(block.type)) return;
      const start = placeOf(sentence.text, sentence.start, block.text);
      if (start === undefined || !recordedSpanOf(timeline, nth)) return;
      const key = `${index}/${start}`;
      if (found.has(key)) return;
      const voice = { id: recordedVoiceId(row, nth), engineVersion };
      found.set(key, { block: index, start, end: start + sentence.text.length, voice });
    });
  }
  return [...found.values()].sort((a, b) => a.block - b.block || a.start - b.start);
}

/** Where a sentence stands in a block's text: where it stood, or else where it is found once. */
function placeOf(written: string, start: number, text: string): number | undefined {
  if (written === '') return undefined;
  if (text.startsWith(written, start)) return start;
  const at = text.indexOf(written);
  return at >= 0 && text.indexOf(written, at + 1) < 0 ? at : undefined;
}

/** Passages in voices of their own, those that are recorded before the others. */
export function withRecorded(
  voicedPassages: readonly VoicedPassage[],
  recorded: readonly VoicedPassage[],
): VoicedPassage[] {
  if (recorded.length === 0) return [...voicedPassages];
  const others = voicedPassages.flatMap((passage) => {
    let left = [{ start: passage.start, end: passage.end }];
    for (const { block, start, end } of recorded)
      if (block === passage.block)
        left = left.flatMap((part) =>
          end <= part.start || start >= part.end
            ? [part]
            : [
                { start: part.start, end: start },
                { start: end, end: part.end },
              ].filter((rest) => rest.end > rest.start),
        );
    return left.map((part) => ({ ...passage, ...part }));
  });
  return [...others, ...recorded].sort((a, b) => a.block - b.block || a.start - b.start);
}
