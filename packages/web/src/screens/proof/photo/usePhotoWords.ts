import type { BlockView, PhotoPageView } from '@aurelfield/api';
import { DOUBTFUL_CONFIDENCE, matchPhotoWords, type WordPlace } from '@aurelfield/core/photo';
import { useMemo, useState } from 'react';
import { keepChecked } from '../../../api/photoQueries.ts';

/** A word of a photo, and where it stands in the text as it is now. */
export interface PlacedWord {
  readonly index: number;
  readonly page: number;
  /** Its number on its page. */
  readonly number: number;
  readonly text: string;
  readonly confidence: number;
  readonly box: { readonly x: number; readonly y: number; readonly width: number; readonly height: number };
  readonly place: WordPlace | undefined;
}

/**
 * The words of a handout's photos beside its text: where each stands in both, and which are doubtful still.
 */
export function usePhotoWords(
  handoutId: string,
  pages: readonly PhotoPageView[],
  blocks: readonly BlockView[],
) {
  const [checked, setChecked] = useState<readonly ReadonlySet<number>[]>(() =>
    pages.map((page) => new Set(page.checked)),
  );
  const flat = useMemo(
    () => pages.flatMap(({ words }, page) => words.map((word, number) => ({ word, page, number }))),
    [pages],
  );
  const words = useMemo<readonly PlacedWord[]>(() => {
    const places = matchPhotoWords(
      flat.map(({ word }) => word.text),
      blocks,
    );
    return flat.map(({ word, page, number }, index) => ({
      index,
      page,
      number,
      text: word.text,
      confidence: word.confidence,
      box: word,
      place: places[index],
    }));
  }, [flat, blocks]);
  /** Unsure words that still stand as they were read, and that nobody found right. */
  const doubtful = useMemo(
    () =>
      words.filter(
        ({ confidence, place, page, number }) =>
          confidence < DOUBTFUL_CONFIDENCE && place?.isAsRead === true && !checked[page]?.has(number),
      ),
    [words, checked],
  );
  const setRight = async ({ page, number }: PlacedWord, isRight: boolean) => {
    const own = new Set(checked[page]);
    if (isRight) own.add(number);
    else own.delete(number);
    setChecked((all) => all.map((set, i) => (i === page ? own : set)));
    await keepChecked(handoutId, page, [...own]);
  };
  return {
    words,
    doubtful,
    setRight,
    /** The word of the photo that stands at a place of the text. */
    at: (block: number, offset: number) =>
      words.find(({ place }) => place?.block === block && place.start <= offset && offset <= place.end),
  };
}
