import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';

/** Room that is kept between what is lit and the edges of the screen. Pixels. */
const MARGIN = 24;

/**
 * Lights what the player says in a text, keeps it in view, and dims what lies outside of the reading window.
 * Scrolling by hand stops the following until the next press.
 * @param clearLines lines that the window leaves clear; 0 without one.
 * @returns the way to stop.
 */
export function highlightText(
  sheet: HTMLElement,
  player: ReadingPlayer<PlayerSentence>,
  clearLines: number,
): () => void {
  let highlighted: Element[] = [];
  let [sentence, word, jumps, status] = [-1, -1, -1, ''];
  let follows = true;
  const dims = clearLines > 0 ? [document.createElement('div'), document.createElement('div')] : [];
  for (const dim of dims) {
    dim.className = 'dim';
    dim.setAttribute('aria-hidden', 'true');
    document.body.append(dim);
  }

  const update = () => {
    const { state } = player;
    if (state.jumps !== jumps || (state.status !== status && state.status === 'playing')) follows = true;
    const moved = state.sentence !== sentence || state.word !== word || state.jumps !== jumps;
    [jumps, status] = [state.jumps, state.status];
    if (!moved) return;
    if (state.sentence !== sentence) {
      for (const one of highlighted) one.classList.remove('lit-sentence');
      highlighted = [...sheet.querySelectorAll(`#s${state.sentence},[data-of="s${state.sentence}"]`)];
      for (const one of highlighted) one.classList.add('lit-sentence');
    }
    sheet.querySelector('.lit')?.classList.remove('lit');
    const element = state.word >= 0 ? document.getElementById(`s${state.sentence}w${state.word}`) : null;
    element?.classList.add('lit');
    [sentence, word] = [state.sentence, state.word];
    const place = element ?? (highlighted[0] as HTMLElement | undefined);
    if (!place) return;
    if (follows && state.jumps + state.sentence > 0) keepInView(place);
    placeDims(place);
  };

  const placeDims = (place: Element) => {
    const [above, below] = dims;
    if (!above || !below) return;
    const box = place.getClientRects()[0] ?? place.getBoundingClientRect();
    const height = parseFloat(getComputedStyle(place).lineHeight) || box.height;
    const middle = (box.top + box.bottom) / 2;
    const reach = (clearLines / 2) * height;
    above.style.height = `${Math.max(0, middle - reach)}px`;
    below.style.top = `${middle + reach}px`;
  };

  const moveDims = () => {
    const place = sheet.querySelector('.lit') ?? highlighted[0];
    if (place) placeDims(place);
  };
  const stopFollowing = () => {
    follows = false;
  };
  const stop = player.subscribe(update);
  addEventListener('wheel', stopFollowing, { passive: true });
  addEventListener('touchmove', stopFollowing, { passive: true });
  addEventListener('scroll', moveDims, { passive: true });
  addEventListener('resize', moveDims);
  update();
  return () => {
    stop();
    removeEventListener('wheel', stopFollowing);
    removeEventListener('touchmove', stopFollowing);
    removeEventListener('scroll', moveDims);
    removeEventListener('resize', moveDims);
    for (const dim of dims) dim.remove();
    for (const one of sheet.querySelectorAll('.lit,.lit-sentence'))
      one.classList.remove('lit', 'lit-sentence');
  };
}

function keepInView(place: Element): void {
  const { top, bottom } = place.getBoundingClientRect();
  const foot = document.querySelector('.bar')?.getBoundingClientRect().top ?? innerHeight;
  if (top >= MARGIN && bottom <= foot - MARGIN) return;
  const still = matchMedia('(prefers-reduced-motion: reduce)').matches;
  scrollBy({ top: top - foot / 3, behavior: still ? 'auto' : 'smooth' });
}
