import type { ReadingStyle } from '@aurelfield/core/readingStyle';
import { useLayoutEffect, useRef, type RefObject } from 'react';
import styled from 'styled-components';

const Guide = styled.div`
  position: absolute;
  inset: 0;
  pointer-events: none;
  visibility: hidden;

  > div {
    position: absolute;
    inset-inline: 0;
  }

  .band {
    z-index: -1;
    background: var(--p-sentence);
  }

  .bar {
    z-index: 1;
    inset-inline: var(--guide-left, 0.4rem) auto;
    width: max(4px, 0.18em);
    border-radius: 3px;
  }

  .word.bar {
    background: var(--p-word);
  }

  .sentence.bar {
    background: var(--p-sentence);
  }

  .dim {
    z-index: 2;
    background: color-mix(in srgb, var(--p-ground) 82%, transparent);
  }
`;

interface Band {
  readonly top: number;
  readonly bottom: number;
}

/**
 * What goes by lines, not by letters: the lit line, bars beside the line, and the window that leaves some
 * lines clear. Laid over the page at the lit word; it measures once a word.
 * @param at changes whenever another word is lit.
 */
export function LineGuide({
  page,
  readingStyle,
  at,
}: {
  readonly page: RefObject<HTMLElement | null>;
  readonly readingStyle: ReadingStyle;
  readonly at: string;
}) {
  const guide = useRef<HTMLDivElement>(null);
  const wordBar = readingStyle.word.shape === 'bar' && /word/u.test(readingStyle.highlight);
  const sentenceBar = readingStyle.sentence.shape === 'bar' && /sentence/u.test(readingStyle.highlight);
  const needed = readingStyle.highlight === 'line' || wordBar || sentenceBar || readingStyle.window > 0;
  useLayoutEffect(() => {
    const [sheet, overlay] = [page.current, guide.current];
    if (!needed || !sheet || !overlay) return;
    const position = () => {
      const word = sheet.querySelector<HTMLElement>('[data-here="true"]');
      const sentence = sheet.querySelector<HTMLElement>('[data-now="true"]');
      const place = word ?? sentence;
      // In a silence the guide stays where it was.
      if (!place) return;
      overlay.style.visibility = 'visible';
      const box = sheet.getBoundingClientRect();
      const line = lineOf(place, box.top, parseFloat(getComputedStyle(place).lineHeight));
      const whole = sentence && bandOf(sentence, box.top);
      const block = place.closest<HTMLElement>('[data-text]')?.getBoundingClientRect();
      if (block) overlay.style.setProperty('--guide-left', `${Math.max(2, block.left - box.left - 14)}px`);
      set(overlay, '.band', line);
      set(overlay, '.word.bar', line);
      set(overlay, '.sentence.bar', whole ?? line);
      const height = line.bottom - line.top;
      const before = ((readingStyle.window - 1) / 2) * height;
      const [top, bottom] = [
        Math.max(0, line.top - Math.floor(before / height) * height),
        line.bottom + Math.ceil(before / height) * height,
      ];
      set(overlay, '.above', { top: 0, bottom: top });
      set(overlay, '.below', { top: bottom, bottom: Math.max(bottom, sheet.scrollHeight) });
    };
    position();
    const watcher = new ResizeObserver(position);
    watcher.observe(sheet);
    return () => watcher.disconnect();
  }, [page, needed, readingStyle, at]);
  if (!needed) return null;
  return (
    <Guide ref={guide} aria-hidden>
      {readingStyle.highlight === 'line' && <div className="band" />}
      {wordBar && <div className="word bar" />}
      {sentenceBar && <div className="sentence bar" />}
      {readingStyle.window > 0 && (
        <>
          <div className="above dim" />
          <div className="below dim" />
        </>
      )}
    </Guide>
  );
}

function lineOf(place: HTMLElement, top: number, lineHeight: number): Band {
  const rect = place.getClientRects()[0] ?? place.getBoundingClientRect();
  const middle = (rect.top + rect.bottom) / 2 - top;
  const half = (Number.isFinite(lineHeight) ? lineHeight : rect.height) / 2;
  return { top: middle - half, bottom: middle + half };
}

function bandOf(place: HTMLElement, top: number): Band {
  const rect = place.getBoundingClientRect();
  return { top: rect.top - top, bottom: rect.bottom - top };
}

function set(overlay: HTMLElement, part: string, { top, bottom }: Band): void {
  const element = overlay.querySelector<HTMLElement>(part);
  if (!element) return;
  element.style.top = `${top}px`;
  element.style.height = `${Math.max(0, bottom - top)}px`;
}
