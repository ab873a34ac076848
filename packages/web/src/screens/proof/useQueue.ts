import type { BlockView, FindingView } from '@aurelfield/api';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect, useMemo, useRef, useState } from 'react';
import { useAcceptWord } from '../../api/doubtQueries.ts';
import { canBeRight, adjacentPlace, placesOf, type Place } from '../../proof/places.ts';
import type { ProofEditor } from '../../proof/useProofEditor.ts';
import { messageOf } from '../../ui/Notice.tsx';
import { useUndo } from '../../ui/Undo.tsx';
import type { usePhotoWords } from './photo/usePhotoWords.ts';

interface QueueDeps {
  readonly proof: ProofEditor;
  /** The text of which the findings are. */
  readonly blocks: readonly BlockView[];
  readonly findings: readonly FindingView[] | undefined;
  readonly photoWords: ReturnType<typeof usePhotoWords>;
  /** Told of each place that is gone to. */
  readonly onPlace: (place: Place) => void;
}

/**
 * The places to look at, one after the other: which is looked at, what is decided of it, and the keys. After
 * every step the cursor is in the text.
 */
export function useQueue({ proof, blocks, findings, photoWords, onPlace }: QueueDeps) {
  const { words, doubtful, setRight } = photoWords;
  const [currentKey, setCurrentKey] = useState<string>();
  const [trouble, setTrouble] = useState<string>();
  /** What can be done at the current place. */
  const here = useRef<HTMLDivElement>(null);
  const client = useQueryClient();
  const acceptWord = useAcceptWord();
  const offerUndo = useUndo();
  const places = useMemo(
    () =>
      placesOf(findings ?? [], doubtful, (block, start, end) =>
        (blocks[block]?.text ?? '').slice(start, end),
      ),
    [findings, doubtful, blocks],
  );
  const current = places.findIndex(({ key }) => key === currentKey);
  const place = places[current];

  const select = (at: Place | undefined) => setCurrentKey(at?.key);
  /** @param moved letters by which an edit before it has moved it along */
  const showPlace = (at: Place | undefined, moved = 0) => {
    select(at);
    if (!at) {
      proof.focus();
      return;
    }
    onPlace(at);
    proof.show({ block: at.block, start: at.start + moved, end: at.end + moved }, { focus: true });
  };
  const goTo = (index: number) => {
    const at = places[index];
    if (at) showPlace(at);
  };
  const next = (by: 1 | -1) => goTo(adjacentPlace(places, current, proof.cursor(), by));
  const behind = (at: Place) => places[places.indexOf(at) + 1];

  const correct = (at: Place, text: string) => {
    const following = behind(at);
    proof.correct(at, text);
    showPlace(following, following?.block === at.block ? text.length - (at.end - at.start) : 0);
  };
  const right = (at: Place) => {
    const failed = (failure: unknown) => setTrouble(messageOf(failure));
    const word = at.photoWord === undefined ? undefined : words[at.photoWord];
    const accept = (back: boolean) => {
      if (word) setRight(word, !back).catch(failed);
      if (at.kind !== 'spelling') return;
      acceptWord.mutate(
        { word: at.text.replace(/['’]s$/u, ''), back },
        { onSuccess: () => void client.invalidateQueries({ queryKey: ['proof'] }), onError: failed },
      );
    };
    accept(false);
    offerUndo({ text: `“${at.text}” is right.`, undo: () => accept(true) });
    // What was decided is no place any more: the one behind it is looked at.
    showPlace(behind(at));
  };

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const isDecision = event.key === 'Enter' && (event.ctrlKey || event.metaKey);
      if (event.key === 'F8') next(event.shiftKey ? -1 : 1);
      else if (event.key === 'F9') here.current?.querySelector('button')?.focus();
      else if (isDecision && place && canBeRight(place)) right(place);
      else return;
      event.preventDefault();
    };
    // Before the editor takes the key.
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  });

  return { places, current, place, here, trouble, select, goTo, next, correct, right };
}
