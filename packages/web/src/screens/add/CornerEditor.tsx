import type { PhotoView } from '@aurelfield/api';
import { fromUnitSquare, inverse, isPage, type Homography } from '@aurelfield/core/photo';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { shownPhoto } from '../../api/photoQueries.ts';
import { Fact } from '../../ui/layout.tsx';
import type { Corners } from './usePhotos.ts';

const Pair = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 3fr) minmax(0, 2fr);
  gap: 1rem;
  align-items: start;

  @media (max-width: 640px) {
    grid-template-columns: minmax(0, 1fr);
  }

  h4 {
    margin: 0 0 0.3rem;
    font-size: 1rem;
  }
`;

const Stage = styled.div`
  position: relative;
  touch-action: none;
  user-select: none;

  img {
    display: block;
    width: 100%;
    height: auto;
    border-radius: var(--radius);
  }

  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
    overflow: visible;
  }

  polygon {
    fill: color-mix(in srgb, var(--accent) 16%, transparent);
    stroke: var(--accent);
    stroke-width: 2;
    vector-effect: non-scaling-stroke;
  }

  polygon[data-bad='true'] {
    stroke: var(--danger);
    fill: none;
  }
`;

const Handle = styled.button`
  position: absolute;
  width: 2.75rem;
  height: 2.75rem;
  margin: -1.375rem 0 0 -1.375rem;
  border: 0;
  border-radius: 50%;
  background: transparent;
  cursor: grab;
  touch-action: none;

  &::before {
    content: '';
    position: absolute;
    inset: 0.75rem;
    border: 3px solid var(--surface);
    border-radius: 50%;
    background: var(--accent);
    box-shadow: 0 0 0 2px var(--accent);
  }

  &[data-first='true']::before {
    border-radius: 2px;
  }
`;

const Flat = styled.div`
  position: relative;
  overflow: hidden;
  width: 100%;
  border: 1px solid var(--line);
  background: var(--surface);

  img {
    position: absolute;
    top: 0;
    left: 0;
    transform-origin: 0 0;
    max-width: none;
  }
`;

const NAMES = ['top left', 'top right', 'bottom right', 'bottom left'];
/** An arrow key moves a corner by this share of the photo; with Shift by ten times as much. */
const NUDGE = 0.002;

interface CornerEditorProps {
  readonly photo: PhotoView;
  readonly corners: Corners;
  readonly onChange: (corners: Corners) => void;
}

/** The photo with four corners to drag, and beside it the page as it comes out. */
export function CornerEditor({ photo, corners, onChange }: CornerEditorProps) {
  const stage = useRef<HTMLDivElement>(null);
  const dragged = useRef<number>(undefined);
  const isGood = isPage(inPixels(corners, photo));
  const put = (corner: number, x: number, y: number) =>
    onChange(
      corners.map((other, i) =>
        i === corner ? { x: within(x), y: within(y) } : other,
      ) as unknown as Corners,
    );
  const onMove = (event: PointerEvent) => {
    const box = stage.current?.getBoundingClientRect();
    if (dragged.current === undefined || !box) return;
    put(dragged.current, (event.clientX - box.left) / box.width, (event.clientY - box.top) / box.height);
  };
  const onKey = (corner: number) => (event: KeyboardEvent) => {
    const step = NUDGE * (event.shiftKey ? 10 : 1);
    const [dx, dy] =
      event.key === 'ArrowLeft' ? [-step, 0]
      : event.key === 'ArrowRight' ? [step, 0]
      : event.key === 'ArrowUp' ? [0, -step]
      : event.key === 'ArrowDown' ? [0, step]
      : [0, 0]; // prettier-ignore
    const at = corners[corner];
    if ((dx === 0 && dy === 0) || !at) return;
    event.preventDefault();
    put(corner, at.x + dx, at.y + dy);
  };
  return (
    <Pair>
      <div>
        <h4>The photo</h4>
        <Stage
          ref={stage}
          onPointerMove={onMove}
          onPointerUp={() => (dragged.current = undefined)}
          onPointerCancel={() => (dragged.current = undefined)}
        >
          <img src={shownPhoto(photo.uploadId)} alt={`Photo ${photo.name}`} draggable={false} />
          <svg viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden>
            <polygon data-bad={!isGood} points={corners.map(({ x, y }) => `${x},${y}`).join(' ')} />
          </svg>
          {corners.map(({ x, y }, i) => (
            <Handle
              key={NAMES[i]}
              type="button"
              data-first={i === 0}
              style={{ left: `${x * 100}%`, top: `${y * 100}%` }}
              aria-label={`Page’s ${NAMES[i]} corner: ${Math.round(x * 100)} % from the left, ${Math.round(y * 100)} % from the top. Arrow keys move it.`}
              onKeyDown={onKey(i)}
              onPointerDown={(event) => {
                dragged.current = i;
                event.currentTarget.setPointerCapture(event.pointerId);
              }}
            />
          ))}
        </Stage>
        <Fact>
          {isGood
            ? 'The square mark is the page’s top left. Drag a corner, or move it with the arrow keys.'
            : 'These corners make no page. Drag each to its own corner of the page.'}
        </Fact>
      </div>
      <div>
        <h4>The page as it is read</h4>
        {isGood && <FlatView photo={photo} corners={corners} />}
      </div>
    </Pair>
  );
}

/** The photo bent by the browser so that the corners make a rectangle: at once, while they are dragged. */
function FlatView({ photo, corners }: { readonly photo: PhotoView; readonly corners: Corners }) {
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    const element = frame.current;
    if (!element) return;
    const observer = new ResizeObserver(() => setWidth(element.clientWidth));
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  const pixels = inPixels(corners, photo);
  const [a, b, c, d] = pixels;
  const length = (p: { x: number; y: number }, q: { x: number; y: number }) =>
    Math.hypot(p.x - q.x, p.y - q.y);
  const shape = (length(a, b) + length(d, c)) / (length(a, d) + length(b, c));
  const height = width / shape;
  // Photo pixels → unit square of the page → the frame.
  const toUnit = inverse(fromUnitSquare(pixels));
  const transform = cssMatrix(toUnit, width, height);
  return (
    <Flat ref={frame} style={{ height: `${Math.round(height)}px` }}>
      <img
        src={shownPhoto(photo.uploadId)}
        alt="The page, laid flat"
        style={{ width: `${photo.width}px`, height: `${photo.height}px`, transform }}
      />
    </Flat>
  );
}

/**
 * A homography to the unit square, enlarged to a frame, as CSS writes it: column by column, with the depth
 * left as it is.
 */
function cssMatrix(map: Homography, width: number, height: number): string {
  const w = map[8] ?? 1;
  const [a = 0, b = 0, c = 0, d = 0, e = 0, f = 0, g = 0, h = 0] = map.map((value) => value / w);
  return `matrix3d(${[a * width, d * height, 0, g, b * width, e * height, 0, h, 0, 0, 1, 0, c * width, f * height, 0, 1].join()})`;
}

function inPixels(corners: Corners, { width, height }: PhotoView): Corners {
  return corners.map(({ x, y }) => ({ x: x * width, y: y * height })) as unknown as Corners;
}

function within(share: number): number {
  return Math.min(1, Math.max(0, share));
}
