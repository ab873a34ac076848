import type { Allows } from '@aurelfield/api/pupilPage';
import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import { useEffect, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { clock } from './clock.ts';

/** Sentences that are drawn one by one; of more, the strip is one piece. */
const MOST_DRAWN = 240;

/** The sentences as long as they last, with the place where it is: to be used, or only to be seen. */
export function Strip({
  player,
  position,
}: {
  readonly player: ReadingPlayer<PlayerSentence>;
  readonly position: Allows['position'];
}) {
  const strip = useRef<HTMLDivElement>(null);
  const [now, setNow] = useState(() => Math.floor(player.position));
  const [announced, setAnnounced] = useState(now);
  const { track } = player;
  const whole = track.duration;
  useEffect(() => {
    const show = (seconds: number) => {
      strip.current?.style.setProperty('--at', `${(100 * seconds) / whole}%`);
      setNow(Math.floor(seconds));
      // While it plays, a screen reader on the slider would read every second aloud.
      if (player.state.status !== 'playing') setAnnounced(Math.floor(seconds));
    };
    show(player.position);
    const stops = [player.onFrame(show), player.subscribe(() => show(player.position))];
    return () => stops.forEach((stop) => stop());
  }, [player, whole]);
  if (position === 'hidden') return null;

  const isFree = position === 'free';
  const toSecond = (seconds: number) => {
    const sentence = track.sentenceAt(Math.max(0, Math.min(whole - 0.01, seconds)));
    setAnnounced(Math.floor(Math.max(0, seconds)));
    void player.seek({ sentence, word: track.wordBefore(sentence, seconds) });
  };
  const point = (event: PointerEvent) => {
    const box = strip.current?.getBoundingClientRect();
    if (box) toSecond(((event.clientX - box.left) / box.width) * whole);
  };
  const press = (event: KeyboardEvent) => {
    const by = { ArrowLeft: -5, ArrowRight: 5, ArrowDown: -5, ArrowUp: 5, PageDown: -30, PageUp: 30 }[
      event.key
    ];
    if (by === undefined || event.ctrlKey || event.shiftKey) return;
    event.preventDefault();
    event.stopPropagation();
    toSecond(player.position + by);
  };
  const text = `${clock(now)} of ${clock(whole)}`;
  const announcedText = `${clock(announced)} of ${clock(whole)}`;
  return (
    <div className="where">
      <div
        ref={strip}
        className="strip"
        role={isFree ? 'slider' : 'img'}
        aria-label={isFree ? 'Position' : `Position: ${announcedText}`}
        {...(isFree
          ? { tabIndex: 0, 'aria-valuemin': 0, 'aria-valuemax': Math.floor(whole), 'aria-valuenow': announced, 'aria-valuetext': announcedText, onKeyDown: press, onPointerDown: point }
          : {})} // prettier-ignore
      >
        {track.sentences.length <= MOST_DRAWN &&
          track.sentences.map(({ index, samples, pauseAfter }) => (
            <span
              key={index}
              ref={(piece) => piece?.style.setProperty('flex-grow', String(samples + pauseAfter))}
            />
          ))}
        <i />
      </div>
      <span aria-hidden="true">{text}</span>
    </div>
  );
}
