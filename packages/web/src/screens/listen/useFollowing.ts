import { useCallback, useEffect, useRef, useState, type RefObject } from 'react';
import type { PlayerState } from '@aurelfield/player';

/** Share of the free height above which, and below which, what is read is uncomfortably near the edge. */
const COMFORT = { top: 0.12, bottom: 0.82 } as const;
/** Farther than so many windows there is no gliding: it would take seconds. */
const GLIDE_WINDOWS = 1.2;
/**
 * Frames in which a jump may be mended: parts of a long page that were never shown get their true height only
 * then.
 */
const MENDING_FRAMES = 40;
/** Pixels from the aim that are near enough. */
const NEAR = 6;
const SCROLL_KEYS = new Set(['PageUp', 'PageDown', 'ArrowUp', 'ArrowDown', 'End']);

/** Whether the page follows the voice, and how to have it do so again. */
export interface Following {
  readonly isFollowing: boolean;
  readonly follow: () => void;
}

/**
 * Keeps what is read in sight between the window's top and the player at the bottom. Lets go when the reader
 * scrolls while it plays; a jump, or `follow`, takes it up again.
 * @param desk what covers the bottom of the window.
 */
export function useFollowing(
  page: RefObject<HTMLElement | null>,
  desk: RefObject<HTMLElement | null>,
  state: PlayerState,
): Following {
  const [isFollowing, setFollowing] = useState(true);
  const { sentence, word, status, jumps } = state;
  const mending = useRef(0);

  const show = useCallback(
    (mayGlide: boolean) => {
      cancelAnimationFrame(mending.current);
      const calm = window.matchMedia('(prefers-reduced-motion: reduce)').matches;
      let frames = 0;
      const step = () => {
        const sheet = page.current;
        const target = sheet && targetIn(sheet, desk.current);
        if (!target) return;
        const { away, isComfortable, room } = target;
        if (isComfortable && frames === 0) return;
        const isFar = Math.abs(away) > room * GLIDE_WINDOWS;
        if (mayGlide && !calm && !isFar && frames === 0) {
          window.scrollBy({ top: away, behavior: 'smooth' });
          return;
        }
        if (Math.abs(away) > NEAR) window.scrollBy({ top: away, behavior: 'instant' });
        frames += 1;
        if (frames < MENDING_FRAMES && (Math.abs(away) > NEAR || frames < 3))
          mending.current = requestAnimationFrame(step);
      };
      step();
    },
    [page, desk],
  );

  // The first sight of the page, also after a reload, is where the place is.
  const isFirst = useRef(true);
  useEffect(() => {
    if (isFirst.current && sentence === 0 && word <= 0) {
      isFirst.current = false;
      return;
    }
    isFirst.current = false;
    setFollowing(true);
    show(false);
    // A jump alone moves the page at once; what is read moves it below.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- only a jump counts here
  }, [jumps, show]);

  useEffect(() => {
    if (isFollowing && status === 'playing') show(true);
  }, [sentence, word, status, isFollowing, show]);

  useEffect(() => {
    if (status !== 'playing') return;
    const letGo = () => setFollowing(false);
    const onKey = (event: KeyboardEvent) => {
      const isInField =
        event.target instanceof Element &&
        event.target.closest('input, textarea, [role="menu"], [role="listbox"], [role="slider"]') !== null;
      if (SCROLL_KEYS.has(event.key) && !isInField) letGo();
    };
    const onPointer = (event: PointerEvent) => {
      // The window's own scroll bar.
      if (event.clientX >= document.documentElement.clientWidth) letGo();
    };
    window.addEventListener('wheel', letGo, { passive: true });
    window.addEventListener('touchmove', letGo, { passive: true });
    window.addEventListener('keydown', onKey);
    window.addEventListener('pointerdown', onPointer);
    return () => {
      window.removeEventListener('wheel', letGo);
      window.removeEventListener('touchmove', letGo);
      window.removeEventListener('keydown', onKey);
      window.removeEventListener('pointerdown', onPointer);
    };
  }, [status]);
  useEffect(() => () => cancelAnimationFrame(mending.current), []);

  const follow = useCallback(() => {
    setFollowing(true);
    show(true);
  }, [show]);
  return { isFollowing, follow };
}

/** How far what is read is from where it is seen best. */
function targetIn(
  sheet: HTMLElement,
  desk: HTMLElement | null,
): { readonly away: number; readonly isComfortable: boolean; readonly room: number } | undefined {
  const sentence = sheet.querySelector('[data-now="true"]');
  const word = sheet.querySelector('[data-here="true"]');
  const element = sentence ?? word;
  if (!element) return undefined;
  const covered =
    desk && getComputedStyle(desk).position === 'sticky' ? desk.getBoundingClientRect().height : 0;
  const room = Math.max(80, window.innerHeight - covered);
  const whole = element.getBoundingClientRect();
  // A sentence that does not fit, in very large type, is followed by its word.
  const rect =
    word && whole.height > room * (COMFORT.bottom - COMFORT.top) ? word.getBoundingClientRect() : whole;
  const isComfortable =
    rect.top >= Math.min(room * COMFORT.top, room - rect.height) && rect.bottom <= room * COMFORT.bottom;
  const aim = Math.max(8, (room - rect.height) * 0.42);
  return { away: rect.top - aim, isComfortable, room };
}
