import { RECORDING_RATE, type RecordingView, type WordsInput } from '@aurelfield/api';
import { coarserPeaks, peaksOfPieces, type Peaks } from '@aurelfield/core/audio';
import { recordedTimeline, type Edit } from '@aurelfield/core/timeline';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { saveEdits, saveWords } from '../../api/recordingQueries.ts';
import { forget, recall, remember } from '../../storage/memory.ts';
import { Saver, type SaverState } from './saver.ts';
import { backToOriginal, EditedTimelines, stepBack, stepOn, withStep, type Steps } from './steps.ts';
import { shownWords } from './words.ts';

/** What is done to a recording on this screen: its steps, its words, and what of them is stored. */
export function useTouchUp(recording: RecordingView, recorded: Peaks | undefined, isOriginal: boolean) {
  const { id } = recording;
  const key = `aurelfield:touch-up:${id}`;
  const [steps, setSteps] = useState<Steps>(() => ({ done: keptEdits(key, recording), undone: [] }));
  const [text, setText] = useState(recording.text);
  const [saved, setSaved] = useState<SaverState>({ kind: 'saved' });
  const [saver] = useState(
    () =>
      new Saver(recording.revision, recording.edits, {
        save: (before, edits) => saveEdits(id, before, edits),
        onKept: (asked, kept) => setSteps((now) => (now.done === asked ? { ...now, done: kept } : now)),
        onState: (state) => {
          setSaved(state);
          if (state.kind === 'saved') forget(key);
        },
      }),
  );

  const isFirst = useRef(true);
  useEffect(() => {
    // What was left unsaved by an earlier page is saved first.
    if (isFirst.current && steps.done === recording.edits) {
      isFirst.current = false;
      return;
    }
    isFirst.current = false;
    remember(key, { edits: steps.done, revision: saver.revision });
    saver.save(steps.done);
  }, [key, saver, steps.done, recording.edits]);

  const timelines = useMemo(
    () => new EditedTimelines(recordedTimeline(id, RECORDING_RATE, recording.samples, text)),
    [id, recording.samples, text],
  );
  const timeline = useMemo(
    () => timelines.after(isOriginal ? [] : steps.done),
    [timelines, steps.done, isOriginal],
  );
  const words = useMemo(() => shownWords(text, timeline), [text, timeline]);
  const peaks = useMemo(() => {
    if (!recorded) return undefined;
    const fine = peaksOfPieces(timeline.pieces, timeline.samples, recorded);
    const middle = coarserPeaks(fine, 8);
    return [fine, middle, coarserPeaks(middle, 8)] as const;
  }, [timeline, recorded]);

  const step = useCallback((edit: Edit) => setSteps((now) => withStep(now, edit)), []);
  const setWords = useCallback(
    async (changed: WordsInput['words']) => {
      setText((now) =>
        now.map((sentence, nth) => ({
          ...sentence,
          words: sentence.words.map((word, i) => {
            const own = changed.find((one) => one.sentence === nth && one.word === i);
            return own ? { ...word, from: own.from, to: own.to, confidence: 1 } : word;
          }),
        })),
      );
      await saver.alongside(async (before) => {
        const stored = await saveWords(id, { revision: before, words: changed });
        return stored.revision;
      });
    },
    [saver, id],
  );
  return {
    steps,
    timeline,
    words,
    peaks,
    saved,
    saver,
    step,
    setWords,
    undo: steps.done.length > 0 ? () => setSteps(stepBack) : undefined,
    redo: steps.undone.length > 0 ? () => setSteps(stepOn) : undefined,
    toOriginal: () => setSteps(backToOriginal),
  };
}

/** Edits that could not be stored the last time, where nothing else was stored since. */
function keptEdits(key: string, { revision, edits }: RecordingView): readonly Edit[] {
  const kept = recall(key) as { edits?: readonly Edit[]; revision?: number } | undefined;
  return kept?.edits && kept.revision === revision ? kept.edits : edits;
}
