import type { PhotoPageView } from '@aurelfield/api';
import { toPhoto, type Box, type Point } from '@aurelfield/core/photo';
import { useEffect, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import styled from 'styled-components';
import { pagePicture } from '../../../api/photoQueries.ts';
import type { PlacedWord } from './usePhotoWords.ts';

const Stage = styled.div`
  position: relative;
  max-height: max(16rem, 46vh);
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--ground);

  .sheet {
    position: relative;
    touch-action: pan-x pan-y;
  }

  .sheet[data-marking='true'] {
    cursor: crosshair;
    touch-action: none;
  }

  img {
    display: block;
    width: 100%;
    height: auto;
  }

  svg {
    position: absolute;
    inset: 0;
    width: 100%;
    height: 100%;
  }

  polygon {
    fill: transparent;
    stroke: none;
    vector-effect: non-scaling-stroke;
    cursor: pointer;
  }

  polygon.doubtful {
    stroke: var(--danger);
    stroke-width: 1.5;
    stroke-dasharray: 4 3;
  }

  polygon.spot {
    fill: color-mix(in srgb, var(--accent) 22%, transparent);
    stroke: var(--accent);
    stroke-width: 2.5;
    stroke-dasharray: none;
  }

  polygon.unread {
    fill: none;
    stroke: var(--quiet);
    stroke-width: 1.5;
    stroke-dasharray: 7 5;
    pointer-events: none;
  }

  polygon.marked {
    fill: color-mix(in srgb, var(--accent) 14%, transparent);
    stroke: var(--accent);
    stroke-width: 2;
  }
`;

interface PagePictureProps {
  readonly handoutId: string;
  readonly number: number;
  readonly page: PhotoPageView;
  readonly view: 'flat' | 'shown';
  readonly words: readonly PlacedWord[];
  readonly doubtful: ReadonlySet<number>;
  /** The word that is looked at. */
  readonly spot: PlacedWord | undefined;
  /** A part that is marked to be read alone. */
  readonly part: Box | undefined;
  readonly isMarking: boolean;
  readonly onPart: (part: Box) => void;
  readonly onReadPart: () => void;
  readonly onHover: (word: PlacedWord | undefined) => void;
  readonly onPick: (word: PlacedWord) => void;
}

/** A page of the photo with the places of its words: flattened or original. */
export function PagePicture(props: PagePictureProps) {
  const { handoutId, number, page, view, words, doubtful, spot, part, isMarking } = props;
  const stage = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const from = useRef<Point>(undefined);
  const [isLoaded, setLoaded] = useState(false);
  const place = useMemo(
    () => (view === 'flat' ? (x: number, y: number) => ({ x, y }) : toPhoto(page.warp)),
    [view, page.warp],
  );
  const pointsOf = ({ x, y, width, height }: Box) =>
    [place(x, y), place(x + width, y), place(x + width, y + height), place(x, y + height)]
      .map((point) => `${point.x},${point.y}`)
      .join(' ');

  // The word that is looked at is brought into view, within the picture only.
  useEffect(() => {
    const [outer, inner] = [stage.current, sheet.current];
    if (!outer || !inner || !spot || spot.page !== number) return;
    const { y } = place(spot.box.x, spot.box.y);
    const at = y * inner.clientHeight;
    if (at < outer.scrollTop + 30 || at > outer.scrollTop + outer.clientHeight - 50)
      outer.scrollTo({ top: at - outer.clientHeight / 2 });
  }, [spot, number, place, isLoaded]);

  const at = (event: PointerEvent): Point => {
    const box = sheet.current?.getBoundingClientRect();
    if (!box) return { x: 0, y: 0 };
    return {
      x: Math.min(1, Math.max(0, (event.clientX - box.left) / box.width)),
      y: Math.min(1, Math.max(0, (event.clientY - box.top) / box.height)),
    };
  };
  const onKey = (event: KeyboardEvent) => {
    if (!isMarking || !part) return;
    const [dx, dy] =
      event.key === 'ArrowLeft' ? [-0.01, 0]
      : event.key === 'ArrowRight' ? [0.01, 0]
      : event.key === 'ArrowUp' ? [0, -0.01]
      : event.key === 'ArrowDown' ? [0, 0.01]
      : [0, 0]; // prettier-ignore
    if (event.key === 'Enter') props.onReadPart();
    else if (dx === 0 && dy === 0) return;
    else if (event.shiftKey)
      props.onPart({
        ...part,
        width: Math.min(1 - part.x, Math.max(0.02, part.width + dx)),
        height: Math.min(1 - part.y, Math.max(0.01, part.height + dy)),
      });
    else
      props.onPart({
        ...part,
        x: Math.min(1 - part.width, Math.max(0, part.x + dx)),
        y: Math.min(1 - part.height, Math.max(0, part.y + dy)),
      });
    event.preventDefault();
  };
  return (
    <Stage
      ref={stage}
      // A region that scrolls can be scrolled with the keyboard.
      tabIndex={0}
      role="group"
      aria-label={
        isMarking
          ? `Page ${number + 1}. Draw a frame around the part, or move the frame with the arrow keys and size it with Shift; Enter reads it.`
          : `Picture of page ${number + 1}`
      }
      onKeyDown={onKey}
    >
      <div
        ref={sheet}
        className="sheet"
        data-marking={isMarking}
        onPointerDown={(event) => {
          if (!isMarking) return;
          from.current = at(event);
          event.currentTarget.setPointerCapture(event.pointerId);
        }}
        onPointerMove={(event) => {
          if (!isMarking || !from.current) return;
          const to = at(event);
          props.onPart({
            x: Math.min(from.current.x, to.x),
            y: Math.min(from.current.y, to.y),
            width: Math.max(0.005, Math.abs(to.x - from.current.x)),
            height: Math.max(0.005, Math.abs(to.y - from.current.y)),
          });
        }}
        onPointerUp={() => (from.current = undefined)}
      >
        <img
          src={pagePicture(handoutId, number, view)}
          alt={`Page ${number + 1}, ${view === 'flat' ? 'laid flat' : 'as it was taken'}`}
          width={view === 'flat' ? page.width : undefined}
          height={view === 'flat' ? page.height : undefined}
          onLoad={() => setLoaded(true)}
        />
        <svg viewBox="0 0 1 1" preserveAspectRatio="none" aria-hidden>
          {page.unreadRegions.map((box, i) => (
            <polygon key={`unread ${i}`} className="unread" points={pointsOf(box)} />
          ))}
          {words.map((word) => (
            <polygon
              key={word.index}
              className={`${doubtful.has(word.index) ? 'doubtful' : ''} ${spot?.index === word.index ? 'spot' : ''}`}
              points={pointsOf(word.box)}
              onPointerMove={({ movementX, movementY }) => {
                // A photo that is moved under a resting mouse is not pointed at.
                if (movementX !== 0 || movementY !== 0) props.onHover(word);
              }}
              onClick={() => !isMarking && props.onPick(word)}
            />
          ))}
          {part && <polygon className="marked" points={pointsOf(part)} />}
        </svg>
      </div>
    </Stage>
  );
}
