import type { Handout } from '@aurelfield/api';
import { LoaderCircle, Pause, Play, SkipBack, SkipForward } from 'lucide-react';
import { useEffect, useRef } from 'react';
import { Button as AriaButton, Dialog, DialogTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import type { PlayerState, ReadingPlayer, ReadingTrack } from '../../player/readingPlayer.ts';
import { IconButton, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { recall, remember } from '../../ui/memory.ts';
import { clock } from '../../ui/say.ts';
import { ThisWord, type PlacedWord } from './ThisWord.tsx';
import { KEYS } from './useKeys.ts';

const RATE_KEY = 'aurelfield:rate';
const RATES = [0.7, 0.85, 1, 1.15, 1.3, 1.5] as const;

const Bar = styled(Row)`
  justify-content: space-between;

  .play {
    min-width: 7.2rem;
  }

  .end {
    margin-inline-start: auto;
  }
`;

const KeyList = styled(Popover)`
  padding: 1rem 1.2rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);

  dl {
    display: grid;
    grid-template-columns: auto auto;
    gap: 0.35rem 1rem;
    margin: 0.5rem 0 0;
  }

  dt {
    font-weight: 650;
  }

  dd {
    margin: 0;
  }
`;

interface ControlsProps {
  readonly player: ReadingPlayer;
  readonly state: PlayerState;
  readonly track: ReadingTrack;
  readonly handout: Handout;
  readonly pupilId: string;
  /** The word it stands at. */
  readonly word: PlacedWord | undefined;
}

/** Play, sentence back and on, playback speed, where it is, and the keys that do the same. */
export function Controls({ player, state, track, handout, pupilId, word }: ControlsProps) {
  const going = state.status === 'playing' || state.status === 'loading';
  useEffect(() => {
    const kept = RATES.find((rate) => rate === recall(RATE_KEY));
    if (kept !== undefined) player.setRate(kept);
  }, [player]);
  return (
    <Bar>
      <Row>
        <IconButton aria-label="Sentence back" onPress={() => void player.previousSentence()}>
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
          {going ? 'Pause' : state.status === 'ended' ? 'Play again' : 'Play'}
        </SolidButton>
        <IconButton aria-label="Sentence on" onPress={() => void player.nextSentence()}>
          <SkipForward size={18} aria-hidden />
        </IconButton>
        <Elapsed player={player} track={track} />
      </Row>
      <Row className="end">
        {word !== undefined && !going && <ThisWord handout={handout} pupilId={pupilId} word={word} />}
        <span aria-hidden>Speed</span>
        <Choice
          label="Playback speed"
          hideLabel
          value={String(state.rate)}
          options={RATES.map((rate) => ({
            id: String(rate),
            name: rate === 1 ? 'As made' : `${Math.round(rate * 100)} %`,
          }))}
          onChange={(rate) => {
            remember(RATE_KEY, Number(rate));
            player.setRate(Number(rate));
          }}
        />
        <DialogTrigger>
          <PlainButton>Keys</PlainButton>
          <KeyList placement="top end">
            <Dialog aria-label="Keys">
              <strong>Keys</strong>
              <dl>
                {KEYS.map(({ keys, does }) => (
                  <div key={keys} style={{ display: 'contents' }}>
                    <dt>{keys}</dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
              <AriaButton slot="close" style={{ position: 'absolute', opacity: 0 }} aria-label="Close" />
            </Dialog>
          </KeyList>
        </DialogTrigger>
      </Row>
    </Bar>
  );
}

/** The time so far and the whole; written at every frame without drawing anything else anew. */
function Elapsed({ player, track }: { readonly player: ReadingPlayer; readonly track: ReadingTrack }) {
  const output = useRef<HTMLSpanElement>(null);
  const whole = `${track.sentences.every(({ times }) => times !== null) ? '' : 'about '}${clock(track.duration)}`;
  useEffect(() => {
    const write = (seconds: number) => {
      if (output.current) output.current.textContent = clock(seconds);
    };
    write(player.position);
    return player.onFrame(write);
  }, [player]);
  return (
    <Fact>
      <span ref={output}>0:00</span> of {whole}
    </Fact>
  );
}
