import { LoaderCircle, Pause, Play, Repeat, SkipBack, SkipForward } from 'lucide-react';
import { useEffect, useRef } from 'react';
import styled from 'styled-components';
import type { PlayerState, ReadingPlayer } from '@aurelfield/player';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import { Button, IconButton, SolidButton } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { MenuSelect } from '../../ui/MenuSelect.tsx';
import { clock } from '../../ui/format.ts';
import { formatSpeed, SPEEDS } from './speeds.ts';

const Bar = styled(Row)`
  justify-content: space-between;
  gap: 0.4rem 0.6rem;

  .play {
    min-width: 7.2rem;
  }

  .end {
    margin-inline-start: auto;
  }

  @media (max-width: 430px) {
    gap: 0.25rem;

    .elapsed {
      display: none;
    }

    > div {
      gap: 0.25rem;
    }

    button {
      width: auto;
      padding-inline: 0.55rem;
    }

    /* Only its picture is seen; its name stays. */
    .play .word {
      position: absolute;
      width: 1px;
      height: 1px;
      overflow: hidden;
      clip-path: inset(50%);
    }
  }

  @media (max-width: 640px), (max-height: 520px) {
    flex-wrap: nowrap;

    > div {
      flex-wrap: nowrap;
    }

    .play {
      min-width: 0;
    }

    .roomy {
      display: none;
    }
  }
`;

interface ControlsProps {
  readonly player: ReadingPlayer;
  readonly state: PlayerState;
  readonly track: ReadingTrack;
  /** Words a minute at which the reading was made. */
  readonly pace: number;
  readonly onSpeed: (speed: number) => void;
  readonly onWord: () => void;
  readonly focusAfter: () => HTMLElement | null;
}

/** Play, sentence back and on, how fast, where it is. */
export function Controls({ player, state, track, pace, onSpeed, onWord, focusAfter }: ControlsProps) {
  const going = state.status === 'playing' || state.status === 'loading';
  return (
    <Bar>
      <Row>
        <IconButton aria-label="Previous sentence" onPress={() => void player.previousSentence()}>
          <SkipBack size={18} aria-hidden />
        </IconButton>
        <SolidButton className="play" onPress={player.toggle}>
          {state.status === 'loading' ? (
            <LoaderCircle size={18} aria-hidden />
          ) : going ? (
            <Pause size={18} aria-hidden />
          ) : (
            <Play size={18} aria-hidden />
          )}
          <span className="word">
            {state.isGap ? 'Your turn' : going ? 'Pause' : state.status === 'ended' ? 'Play again' : 'Play'}
          </span>
        </SolidButton>
        <IconButton aria-label="Next sentence" onPress={() => void player.nextSentence()}>
          <SkipForward size={18} aria-hidden />
        </IconButton>
        <Elapsed player={player} track={track} />
      </Row>
      <Row className="end">
        {state.passage && (
          <Button onPress={player.leavePassage}>
            <Repeat size={16} aria-hidden /> {state.passage.repeat ? 'Stop repeating' : 'Continue'}
          </Button>
        )}
        <Button className="roomy" onPress={onWord}>
          About this word
        </Button>
        <MenuSelect
          label="Speed"
          placement="top end"
          value={String(state.rate)}
          options={SPEEDS.map((speed) => ({ id: String(speed), name: formatSpeed(speed, pace) }))}
          shown={`${Math.round(pace * state.rate)} a minute`}
          onChange={(speed) => onSpeed(Number(speed))}
          focusAfter={focusAfter}
        />
      </Row>
    </Bar>
  );
}

/** Elapsed and total time; written at every frame without rendering anything else. */
function Elapsed({ player, track }: { readonly player: ReadingPlayer; readonly track: ReadingTrack }) {
  const output = useRef<HTMLSpanElement>(null);
  const whole = `${track.sentences.every(({ times }) => times !== null) ? '' : 'about '}${clock(track.duration)}`;
  useEffect(() => {
    let shown = '';
    const write = (seconds: number) => {
      const next = clock(seconds);
      if (next === shown || !output.current) return;
      shown = next;
      output.current.textContent = next;
    };
    write(player.position);
    return player.onFrame(write);
  }, [player]);
  return (
    <Fact className="elapsed">
      <span ref={output}>0:00</span>
      <span className="roomy"> of {whole}</span>
    </Fact>
  );
}
