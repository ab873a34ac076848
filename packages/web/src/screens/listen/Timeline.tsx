import { useEffect, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import type { ReadingPlayer } from '@aurelfield/player';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import { clock } from '../../ui/format.ts';

const HEIGHT = 26;
/** Gap after a sentence, as a share of its length, so that neighbours look separate. */
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

  @media (max-width: 640px), (max-height: 520px) {
    height: 20px;

    svg {
      inset: 3px 0;
      height: 14px;
    }
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

  @media (forced-colors: active) {
    .made {
      fill: CanvasText;
    }

    .current {
      fill: Highlight;
    }
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
  readonly track: ReadingTrack;
  readonly sentence: number;
}

/**
 * All sentences side by side, each as long as it lasts; filled when made. A click or the arrow keys go to
 * one.
 */
export function Timeline({ player, track, sentence }: TimelineProps) {
  const strip = useRef<HTMLDivElement>(null);
  const needle = useRef<HTMLDivElement>(null);
  const paths = useMemo(() => drawSentences(track), [track]);
  const total = Math.max(track.duration, 0.001);

  useEffect(() => {
    // The needle moves at every frame outside React, so that nothing else renders.
    const move = (seconds: number) => {
      if (needle.current)
        needle.current.style.left = `${Math.min(100, (seconds / Math.max(player.track.duration, 0.001)) * 100)}%`;
    };
    move(player.position);
    return player.onFrame(move);
  }, [player, track]);

  const goTo = (event: PointerEvent) => {
    const box = strip.current?.getBoundingClientRect();
    if (!box || (event.type === 'pointermove' && event.buttons !== 1)) return;
    const seconds = ((event.clientX - box.left) / box.width) * total;
    const target = track.sentenceAt(seconds);
    if (event.type === 'pointermove' && target === sentence) return;
    void player.seek({ sentence: target, word: 0 });
  };

  const onKey = (event: KeyboardEvent) => {
    const target = sentenceForKey(event.key, sentence, track.sentences.length);
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
      aria-valuemax={track.sentences.length}
      aria-valuenow={sentence + 1}
      aria-valuetext={`Sentence ${sentence + 1} of ${track.sentences.length}, at ${clock(track.secondOf(sentence))}`}
      onPointerDown={goTo}
      onPointerMove={goTo}
      onKeyDown={onKey}
    >
      <svg viewBox={`0 0 ${total} ${HEIGHT}`} preserveAspectRatio="none" aria-hidden>
        <path className="unmade" d={paths.unmade} />
        <path className="made" d={paths.made} />
        <path className="current" d={shapeOf(track, sentence)} />
      </svg>
      <div className="needle" ref={needle} />
    </Strip>
  );
}

function drawSentences(track: ReadingTrack): { made: string; unmade: string } {
  let made = '';
  let unmade = '';
  track.sentences.forEach(({ times }, index) => {
    if (times === null) unmade += shapeOf(track, index);
    else made += shapeOf(track, index);
  });
  return { made, unmade };
}

/** A sentence as a bar; the first of a block stands taller. */
function shapeOf(track: ReadingTrack, index: number): string {
  const sentence = track.sentences[index];
  if (!sentence) return '';
  const opensBlock = track.sentences[index - 1]?.block !== sentence.block;
  const top = opensBlock ? 0 : 7;
  const [lasts, pause] = [sentence.samples / track.sampleRate, sentence.pauseAfter / track.sampleRate];
  const gap = Math.min((track.duration / 1000) * GAP_PIXELS, lasts * 0.3);
  const length = Math.max(lasts + Math.max(0, pause * 0.25) - gap, 0.01);
  return `M${track.secondOf(index).toFixed(3)} ${top}h${length.toFixed(3)}V${HEIGHT}h${(-length).toFixed(3)}Z`;
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
