import type { ReadingSnapshot } from '@aurelfield/api/pupilPage';
import { useLayoutEffect, useMemo, useRef, type MouseEvent } from 'react';
import type { Place, ReadingPlayer, PlayerSentence } from '@aurelfield/player';
import { highlightText } from './highlighting.ts';

export interface TextProps {
  readonly reading: ReadingSnapshot;
  /** Where its files lie. */
  readonly files: string;
  readonly player: ReadingPlayer<PlayerSentence>;
  /** Lines that the reading window leaves clear; 0 without one. */
  readonly clearLines: number;
  readonly onWord: (place: Place) => void;
}

/** The text in the pupil's reading style. The highlight changes the page directly: nothing renders for it. */
export function Text({ reading, files, player, clearLines, onWord }: TextProps) {
  const sheet = useRef<HTMLDivElement>(null);
  const html = useMemo(() => ({ __html: reading.html.replaceAll('{files}', files) }), [reading, files]);
  useLayoutEffect(() => {
    if (!sheet.current) return undefined;
    return highlightText(sheet.current, player, clearLines);
  }, [player, clearLines, html]);

  const goTo = (event: MouseEvent) => {
    const place = placeOf(event.target);
    // A selection is made to be copied or looked up.
    if (place && getSelection()?.isCollapsed !== false) onWord(place);
  };
  return (
    <div
      ref={sheet}
      className="text"
      lang={reading.language}
      dir={reading.direction}
      onClick={goTo}
      // Our own, with everything in it escaped; the server makes it of the handout's text.
      dangerouslySetInnerHTML={html}
    />
  );
}

/** The word that an element of the text stands for. */
function placeOf(target: EventTarget): Place | undefined {
  const id = target instanceof Element ? target.closest('.w')?.id : undefined;
  const [, sentence, word] = /^s(\d+)w(\d+)$/u.exec(id ?? '') ?? [];
  return sentence === undefined ? undefined : { sentence: Number(sentence), word: Number(word) };
}
