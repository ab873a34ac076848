import styled from 'styled-components';
import { NOISY_ROOM, type Level } from '../../recording/level.ts';
import { Notice } from '../../ui/Notice.tsx';
import { Fact } from '../../ui/layout.tsx';

const Scale = styled.div`
  position: relative;
  height: 1rem;
  border: 1px solid var(--edge);
  border-radius: 4px;
  background: var(--sunk);
  overflow: hidden;

  > div {
    height: 100%;
    background: var(--accent);
  }

  > div[data-clipped='true'] {
    background: var(--danger);
  }
`;

const LOWEST = -60;
/** Where a voice should be when it is loud. dB below full scale; common practice, no source. */
const [SOFT, LOUD] = [-36, -6];

const decibels = (level: number) => `${level < 0 ? '−' : ''}${Math.abs(Math.round(level))} dB`;

/** How loud the microphone is, and what is wrong with it. */
export function LevelBar({ level }: { readonly level: Level }) {
  const share = Math.max(0, Math.min(1, (level.now - LOWEST) / -LOWEST));
  return (
    <>
      <Scale
        role="meter"
        aria-label="Level"
        aria-valuemin={LOWEST}
        aria-valuemax={0}
        aria-valuenow={Math.round(level.now)}
        aria-valuetext={level.isClipped ? 'too loud' : level.now > SOFT ? 'good' : 'soft'}
      >
        <div data-clipped={level.isClipped} style={{ width: `${share * 100}%` }} />
      </Scale>
      <Fact>
        {level.noise === undefined
          ? 'Be silent for a moment: the noise of the room is measured.'
          : `The room: ${decibels(level.noise)}${level.noise > NOISY_ROOM ? '' : ', quiet enough'}. A voice should come to ${decibels(SOFT)} to ${decibels(LOUD)}.`}
      </Fact>
      {level.isClipped && (
        <Notice kind="error">Too loud – distorting. Move away from the microphone or turn it down.</Notice>
      )}
      {!level.isClipped && level.noise !== undefined && level.noise > NOISY_ROOM && (
        <Notice kind="hint">
          The room is loud. Shut the window, turn the fan off, or come nearer to the microphone; noise can
          also be turned down afterwards.
        </Notice>
      )}
    </>
  );
}
