import type { Peaks } from '@aurelfield/core/audio';
import type { SampleRange } from '@aurelfield/core/timeline';
import { useCallback, useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { place } from './formatEdit.ts';
import type { SpanPlayer } from './spanPlayer.ts';
import { wordAt, adjacentWord, type ShownWord } from './words.ts';

const HEIGHT = 150;
/** From so many pixels a second on the words are shown. */
const WORDS_FROM = 40;
/** How much more than what is seen has its words ready, on each side, in widths of the window. */
const AROUND = 1;

const Frame = styled.div`
  position: relative;
  margin-bottom: 1.25rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  overflow: hidden;

  .scroll {
    position: relative;
    overflow-x: auto;
    overflow-y: hidden;
  }

  .wave:focus-visible {
    outline: 3px solid var(--accent);
    outline-offset: -3px;
  }

  canvas {
    position: sticky;
    left: 0;
    display: block;
    height: ${HEIGHT}px;
  }

  .all {
    position: relative;
    touch-action: pan-x;
    cursor: text;
  }

  .over {
    position: absolute;
    top: 0;
    height: ${HEIGHT}px;
    pointer-events: none;
  }

  .selection {
    background: color-mix(in srgb, var(--accent) 22%, transparent);
    border-inline: 2px solid var(--accent);
  }

  .needle {
    width: 2px;
    margin-left: -1px;
    background: var(--danger);
  }

  .edge {
    width: 15px;
    margin-left: -8px;
    border-inline: 6px solid transparent;
    background: var(--accent);
    background-clip: padding-box;
    cursor: ew-resize;
    pointer-events: auto;
    touch-action: none;
  }

  .words {
    position: relative;
    height: 2.6rem;
    border-top: 1px solid var(--line);
  }

  .words button {
    position: absolute;
    top: 0.25rem;
    height: 2.1rem;
    min-width: 0;
    padding: 0 2px;
    overflow: hidden;
    border: 0;
    border-inline-start: 2px solid var(--edge);
    background: transparent;
    color: var(--ink);
    font: inherit;
    font-size: 0.95rem;
    text-align: start;
    white-space: nowrap;
    cursor: pointer;
  }

  .words button[data-state='doubtful'] {
    text-decoration: underline wavy var(--danger);
  }

  .words button[data-state='missing'] {
    border-inline-start: 2px dashed var(--danger);
    color: var(--danger);
  }

  .words button[aria-pressed='true'] {
    background: var(--accent-soft);
    font-weight: 700;
  }

  .hint {
    position: sticky;
    left: 0.75rem;
    line-height: 2.6rem;
    color: var(--quiet);
  }
`;

interface WaveformProps {
  /** Fine, coarser, coarsest; undefined while they are being fetched. */
  readonly peaks: readonly [Peaks, Peaks, Peaks] | undefined;
  readonly samples: number;
  readonly sampleRate: number;
  readonly words: readonly ShownWord[];
  /** Pixels a second. */
  readonly zoom: number;
  readonly selection: SampleRange;
  readonly onSelect: (selection: SampleRange) => void;
  readonly onKey: (event: KeyboardEvent) => void;
  readonly player: SpanPlayer;
  /** A word whose edges can be dragged; `onMove` is called where one was dropped. */
  readonly edges?:
    | { readonly word: SampleRange; readonly onMove: (edge: 'from' | 'to', sample: number) => void }
    | undefined;
}

/**
 * A recording as it sounds over time, with its words below it. A stretch is selected by dragging, by its
 * words, or with the arrow keys.
 */
export function Waveform({
  peaks,
  samples,
  sampleRate,
  words,
  zoom,
  selection,
  onSelect,
  onKey,
  player,
  edges,
}: WaveformProps) {
  const scroll = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const needle = useRef<HTMLDivElement>(null);
  const drag = useRef<number>(undefined);
  /** The end of the selection that stays where it is while the other one is moved by keys. */
  const anchor = useRef<number>(undefined);
  const [seen, setSeen] = useState({ from: 0, to: 3000 });
  const [pulled, setPulled] = useState<{ readonly edge: 'from' | 'to'; readonly sample: number }>();
  const perSample = zoom / sampleRate;
  const width = Math.max(1, Math.ceil(samples * perSample));

  const draw = useCallback(() => {
    const [view, picture] = [scroll.current, canvas.current];
    if (!view || !picture || !peaks) return;
    drawPeaks(picture, peaks, { left: view.scrollLeft, width: view.clientWidth, perSample });
    setSeen((before) => {
      const [from, to] = [view.scrollLeft, view.scrollLeft + view.clientWidth];
      const isReady = from >= before.from && to <= before.to;
      return isReady
        ? before
        : { from: from - AROUND * view.clientWidth, to: to + AROUND * view.clientWidth };
    });
  }, [peaks, perSample]);

  useEffect(() => {
    draw();
    const observer = new ResizeObserver(draw);
    if (scroll.current) observer.observe(scroll.current);
    return () => observer.disconnect();
  }, [draw]);

  useEffect(
    () =>
      player.onFrame((sample) => {
        const [view, line] = [scroll.current, needle.current];
        if (!view || !line) return;
        const x = sample * perSample;
        line.style.left = `${x}px`;
        if (x < view.scrollLeft || x > view.scrollLeft + view.clientWidth * 0.9)
          view.scrollLeft = x - view.clientWidth * 0.1;
      }),
    [player, perSample],
  );

  /** What is selected by keys or elsewhere is brought into view. */
  useEffect(() => {
    const view = scroll.current;
    if (!view || drag.current !== undefined) return;
    const [from, to] = [selection.from * perSample, selection.to * perSample];
    if (to < view.scrollLeft || from > view.scrollLeft + view.clientWidth)
      view.scrollLeft = from - view.clientWidth * 0.2;
    if (needle.current && !player.isPlaying) needle.current.style.left = `${from}px`;
  }, [selection, perSample, player]);

  const sampleAt = (event: PointerEvent) => Math.min(samples, Math.round(placeOf(event) / perSample));
  const select = (one: number, other: number) =>
    onSelect({ from: Math.min(one, other), to: Math.max(one, other) });
  const chooseWord = (word: ShownWord, isExtended: boolean) => {
    anchor.current = undefined;
    if (isExtended)
      onSelect({ from: Math.min(selection.from, word.from), to: Math.max(selection.to, word.to) });
    else onSelect({ from: word.from, to: word.to });
  };

  const onArrow = (event: KeyboardEvent) => {
    const moves: Readonly<Record<string, number | undefined>> = {
      ArrowLeft: adjacentWord(words, event.shiftKey ? selection.to : selection.from, -1)?.from ?? 0,
      ArrowRight: adjacentWord(words, event.shiftKey ? selection.to - 1 : selection.from, 1)?.from ?? samples,
      Home: 0,
      End: samples,
    };
    if (event.ctrlKey || event.metaKey || event.altKey || !(event.key in moves)) {
      onKey(event);
      return;
    }
    event.preventDefault();
    if (event.shiftKey) {
      const fixed = anchor.current ?? selection.from;
      anchor.current = fixed;
      // On to the end of the word that the next one begins after.
      const word =
        event.key === 'ArrowRight'
          ? words.find(({ to, state }) => state !== 'missing' && to > selection.to)?.to
          : moves[event.key];
      select(fixed, word ?? moves[event.key] ?? samples);
      return;
    }
    anchor.current = undefined;
    const target = moves[event.key] ?? 0;
    const word = words.find(({ from, state }) => state !== 'missing' && from === target);
    onSelect(
      word && event.key.startsWith('Arrow') ? { from: word.from, to: word.to } : { from: target, to: target },
    );
  };

  const here = words[wordAt(words, selection.from)];
  const shown = zoom >= WORDS_FROM ? words.filter(({ from, to }) => to * perSample >= seen.from && from * perSample <= seen.to) : []; // prettier-ignore
  return (
    <Frame>
      <div ref={scroll} className="scroll" onScroll={draw}>
        <div className="all" style={{ width }}>
          <div
            className="wave"
            role="slider"
            tabIndex={0}
            aria-label="Place in the recording"
            aria-describedby="touch-up-keys"
            aria-valuemin={0}
            aria-valuemax={Math.round(samples / sampleRate)}
            aria-valuenow={Math.round(selection.from / sampleRate)}
            aria-valuetext={`${place(selection.from, sampleRate)}${here ? `, “${here.text}”` : ''}`}
            onKeyDown={onArrow}
            onPointerDown={(event) => {
              if (event.button !== 0) return;
              event.currentTarget.setPointerCapture(event.pointerId);
              const sample = sampleAt(event);
              drag.current = event.shiftKey ? selection.from : sample;
              anchor.current = drag.current;
              select(drag.current, sample);
            }}
            onPointerMove={(event) => {
              if (drag.current !== undefined) select(drag.current, sampleAt(event));
            }}
            onPointerUp={() => (drag.current = undefined)}
            onPointerCancel={() => (drag.current = undefined)}
          >
            <canvas ref={canvas} aria-hidden />
          </div>
          <div
            className="over selection"
            style={{
              left: selection.from * perSample,
              width: Math.max(0, (selection.to - selection.from) * perSample),
            }}
          />
          <div className="over needle" ref={needle} />
          {edges &&
            (['from', 'to'] as const).map((edge) => (
              <div
                key={edge}
                className="over edge"
                data-edge={edge}
                style={{
                  left: (pulled?.edge === edge ? pulled.sample : edges.word[edge]) * perSample,
                }}
                onPointerDown={(event) => {
                  event.currentTarget.setPointerCapture(event.pointerId);
                  setPulled({ edge, sample: edges.word[edge] });
                }}
                onPointerMove={(event) => {
                  if (pulled?.edge === edge) setPulled({ edge, sample: sampleAt(event) });
                }}
                onPointerUp={(event) => {
                  // Where it is let go, whether or not that was drawn already.
                  if (pulled?.edge === edge) edges.onMove(edge, sampleAt(event));
                  setPulled(undefined);
                }}
                onPointerCancel={() => setPulled(undefined)}
              />
            ))}
          <div className="words">
            {zoom < WORDS_FROM && <span className="hint">Come nearer to see the words.</span>}
            {shown.map((word) => (
              <button
                key={`${word.sentence}/${word.word}`}
                type="button"
                tabIndex={-1}
                data-state={word.state}
                aria-pressed={word.from >= selection.from && word.to <= selection.to && word.to > word.from}
                title={word.text}
                style={{
                  left: word.from * perSample,
                  width: Math.max(word.state === 'missing' ? 24 : 6, (word.to - word.from) * perSample),
                }}
                onClick={(event) => chooseWord(word, event.shiftKey)}
              >
                {word.text}
              </button>
            ))}
          </div>
        </div>
      </div>
    </Frame>
  );
}

/** Pixels from the beginning of the recording to where the pointer is. */
function placeOf({ currentTarget, clientX }: PointerEvent): number {
  const view = currentTarget.closest('.scroll');
  return view ? Math.max(0, clientX - view.getBoundingClientRect().left + view.scrollLeft) : 0;
}

/** Draws what is seen; the peaks that come nearest to a pixel each. */
function drawPeaks(
  canvas: HTMLCanvasElement,
  levels: readonly [Peaks, Peaks, Peaks],
  { left, width, perSample }: { readonly left: number; readonly width: number; readonly perSample: number },
): void {
  const scale = window.devicePixelRatio;
  const [wide, high] = [Math.round(width * scale), Math.round(HEIGHT * scale)];
  if (canvas.width !== wide || canvas.height !== high) {
    canvas.width = wide;
    canvas.height = high;
    canvas.style.width = `${width}px`;
  }
  const context = canvas.getContext('2d');
  if (!context) return;
  const style = getComputedStyle(canvas);
  context.clearRect(0, 0, wide, high);
  const samplesPerPixel = 1 / (perSample * scale);
  const peaks = levels.findLast(({ step }) => step <= samplesPerPixel) ?? levels[0];
  const middle = high / 2;
  context.fillStyle = style.getPropertyValue('--edge') || '#888';
  context.fillRect(0, Math.round(middle), wide, 1);
  context.fillStyle = style.getPropertyValue('--accent') || '#246';
  for (let x = 0; x < wide; x++) {
    const first = ((left * scale + x) * samplesPerPixel) / peaks.step;
    const last = first + samplesPerPixel / peaks.step;
    let [low, top] = [0, 0];
    for (let i = Math.floor(first); i < Math.max(Math.floor(first) + 1, Math.floor(last)); i++) {
      low = Math.min(low, peaks.values[2 * i] ?? 0);
      top = Math.max(top, peaks.values[2 * i + 1] ?? 0);
    }
    const from = middle - (top / 128) * middle;
    context.fillRect(x, from, 1, Math.max(1, ((top - low) / 128) * middle));
  }
}
