import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import type { ReadingPlayer } from '../../player/readingPlayer.ts';
import type { Score } from '../../player/score.ts';
import { clock } from '../../ui/say.ts';

const HEIGHT = 26;
/** Part of a sentence's length that is left free after it, so that neighbours can be told apart. */
const GAP_PIXELS = 1.5;

const Strip = styled.div`
  position: relative;
  height: ${HEIGHT + 8}px;
  cursor: pointer;
  touch-action: none;

  svg {
    position: absolute;
    inset: 4px 0;
    width: 100%;
    height: ${HEIGHT}px;
    overflow: visible;
  }

  .unmade {
    fill: none;
    stroke: var(--edge);
    vector-effect: non-scaling-stroke;
  }

  .made {
    fill: color-mix(in srgb, var(--accent) 38%, var(--surface));
  }

  .current {
    fill: var(--accent);
  }

  .needle {
    position: absolute;
    top: 0;
    bottom: 0;
    left: 0;
    width: 3px;
    margin-left: -1px;
    border-radius: 2px;
    background: var(--ink);
    box-shadow: 0 0 0 1px var(--surface);
    pointer-events: none;
  }
`;

interface TimelineProps {
  readonly player: ReadingPlayer;
  readonly score: Score;
  readonly sentence: number;
}

/** All sentences side by side, each as long as it lasts; filled when made. A click or the arrow keys go to one. */
export function Timeline({ player, score, sentence }: TimelineProps) {
  const strip = useRef<HTMLDivElement>(null);
  const needle = useRef<HTMLDivElement>(null);
  const paths = useMemo(() => drawSentences(score), [score]);
  const total = Math.max(score.duration, 0.001);

  useEffect(() => {
    // The needle moves at every frame, outside of React, so that nothing else is drawn anew.
    const move = (seconds: number) => {
      if (needle.current)
        needle.current.style.left = `${Math.min(100, (seconds / Math.max(player.score.duration, 0.001)) * 100)}%`;
    };
    move(player.position);
    return player.onFrame(move);
  }, [player, score]);

  const goTo = (event: PointerEvent) => {
    const box = strip.current?.getBoundingClientRect();
    if (!box || (event.type === 'pointermove' && event.buttons !== 1)) return;
    const seconds = ((event.clientX - box.left) / box.width) * total;
    const target = score.sentenceAt(seconds);
    if (event.type === 'pointermove' && target === sentence) return;
    void player.seek({ sentence: target, word: 0 });
  };

  const onKey = (event: KeyboardEvent) => {
    const target = sentenceForKey(event.key, sentence, score.sentences.length);
    if (target === undefined) return;
    event.preventDefault();
    void player.seek({ sentence: target, word: 0 });
  };

  return (
    <Strip
      ref={strip}
      role="slider"
      tabIndex={0}
      aria-label="Sentence"
      aria-valuemin={1}
      aria-valuemax={score.sentences.length}
      aria-valuenow={sentence + 1}
      aria-valuetext={`Sentence ${sentence + 1} of ${score.sentences.length}, at ${clock(score.starts[sentence] ?? 0)}`}
      onPointerDown={goTo}
      onPointerMove={goTo}
      onKeyDown={onKey}
    >
      <svg viewBox={`0 0 ${total} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden>
        <path className="unmade" d={paths.unmade} />
        <path className="made" d={paths.made} />
        <path className="current" d={shapeOf(score, sentence)} />
      </svg>
      <div className="needle" ref={needle} />
    </Strip>
  );
}

function drawSentences(score: Score): { made: string; unmade: string } {
  let made = '';
  let unmade = '';
  score.sentences.forEach(({ times }, index) => {
    if (times === null) unmade += shapeOf(score, index);
    else made += shapeOf(score, index);
  });
  return { made, unmade };
}

/** A sentence as a bar; the first of a block stands taller. */
function shapeOf(score: Score, index: number): string {
  const sentence = score.sentences[index];
  const start = score.starts[index];
  if (!sentence || start === undefined) return '';
  const opensBlock = score.sentences[index - 1]?.block !== sentence.block;
  const top = opensBlock ? 0 : 7;
  const gap = Math.min((score.duration / 1000) * GAP_PIXELS, sentence.duration * 0.3);
  const length = Math.max(sentence.duration + Math.max(0, sentence.pauseAfter * 0.25) - gap, 0.01);
  return `M${start.toFixed(3)} ${top}h${length.toFixed(3)}V${HEIGHT}h${(-length).toFixed(3)}Z`;
}

function sentenceForKey(key: string, sentence: number, count: number): number | undefined {
  switch (key) {
    case 'ArrowRight':
    case 'ArrowUp':
      return Math.min(sentence + 1, count - 1);
    case 'ArrowLeft':
    case 'ArrowDown':
      return Math.max(sentence - 1, 0);
    case 'PageUp':
      return Math.min(sentence + 10, count - 1);
    case 'PageDown':
      return Math.max(sentence - 10, 0);
    case 'Home':
      return 0;
    case 'End':
      return count - 1;
    default:
      return undefined;
  }
}
