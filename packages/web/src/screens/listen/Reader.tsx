import type { Handout, Pupil, Reading, TextView } from '@aurelfield/api';
import { useEffect } from 'react';
import styled from 'styled-components';
import { cancelJob } from '../../api/jobQueries.ts';
import { makeRest, useReadingProgress } from '../../api/readingQueries.ts';
import type { ReadingPlayer, ReadingTrack } from '../../player/readingPlayer.ts';
import { usePlayer, usePlayerState, useTrack } from '../../player/usePlayer.ts';
import { Button } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';
import { clock, count } from '../../ui/say.ts';
import { Controls } from './Controls.tsx';
import { LeftOut } from './LeftOut.tsx';
import { Page } from './Page.tsx';
import { Save } from './Save.tsx';
import type { PlacedWord } from './ThisWord.tsx';
import { Timeline } from './Timeline.tsx';
import { useKeys } from './useKeys.ts';

const Facts = styled(Row)`
  justify-content: space-between;
  margin-bottom: 1rem;
`;

const Desk = styled.section`
  position: sticky;
  bottom: 0;
  z-index: 10;
  margin-inline: calc(-1 * clamp(1rem, 3vw, 2.5rem));
  padding: 0.6rem clamp(1rem, 3vw, 2.5rem) 0.7rem;
  border-top: 1px solid var(--line);
  background: var(--surface);

  @media (max-height: 300px) {
    position: static;
  }
`;

interface ReaderProps {
  readonly handout: Handout;
  /** What the reading was made of, whatever the handout has become since. */
  readonly text: TextView;
  readonly pupil: Pupil;
  readonly reading: Reading;
}

/** A reading that can be listened to, followed and saved. */
export function Reader({ handout, text, pupil, reading }: ReaderProps) {
  const following = useReadingProgress(reading.id);
  const progress = following.data ?? reading;
  const { player, error } = usePlayer(reading, progress);
  const { job } = progress;
  const making = job?.state === 'waiting' || job?.state === 'running';
  const incomplete = progress.duration === null && !making;
  return (
    <>
      <Facts>
        <Fact>
          {progress.voice.label} · {progress.pace} words a minute
          {progress.duration === null ? '' : ` · ${clock(progress.duration)} long`}
        </Fact>
        <LeftOut reading={reading} />
        <Save reading={reading} pupilName={pupil.name} />
      </Facts>
      {making && job && (
        <Row style={{ marginBottom: '1rem' }}>
          <div style={{ flex: '1 1 14rem' }}>
            <Progress
              label={`Making the sound: ${progress.made.toLocaleString('en-GB')} of ${count(progress.sentences, 'sentence')}`}
              done={progress.made}
              total={progress.planned ? progress.sentences : 0}
            />
          </div>
          <Button onPress={() => void cancelJob(job.id).then(() => following.refetch())}>Stop making</Button>
        </Row>
      )}
      {incomplete && (
        <Notice
          kind={job?.state === 'failed' ? 'error' : 'hint'}
          action={
            <Button onPress={() => void makeRest(reading.id).then(() => following.refetch())}>
              Make the rest
            </Button>
          }
        >
          {job?.error ??
            'Not all of it is made. You can listen all the same: each sentence is made when it is needed.'}
        </Notice>
      )}
      {error && <Notice kind="error">{messageOf(error)}</Notice>}
      {!player && !error && <p aria-busy="true">Fetching the sentences …</p>}
      {player && player.track.sentences.length === 0 && (
        <Notice kind="hint">There is nothing in this handout that can be said.</Notice>
      )}
      {player && player.track.sentences.length > 0 && (
        <Listening player={player} handout={handout} text={text} pupil={pupil} />
      )}
    </>
  );
}

function Listening({
  player,
  handout,
  text,
  pupil,
}: {
  readonly player: ReadingPlayer;
  readonly handout: Handout;
  readonly text: TextView;
  readonly pupil: Pupil;
}) {
  const state = usePlayerState(player);
  const track = useTrack(player);
  useKeys(player);
  useEffect(() => {
    // The sound's own element is handed to tests, which compare its clock with what is lit.
    window.aurelfieldPlayer = player;
    return () => {
      delete window.aurelfieldPlayer;
    };
  }, [player]);
  return (
    <>
      {state.status === 'failed' && (
        <Notice kind="error" action={<Button onPress={() => void player.play()}>Try again</Button>}>
          {messageOf(state.error)}
        </Notice>
      )}
      <Page
        player={player}
        state={state}
        track={track}
        blocks={text.blocks}
        look={pupil.profile.look}
        language={text.language}
        handout={handout}
        pupilId={pupil.id}
      />
      <Desk aria-label="Listening">
        <Timeline player={player} track={track} sentence={state.sentence} />
        <Controls
          player={player}
          state={state}
          track={track}
          handout={handout}
          pupilId={pupil.id}
          word={wordAtPlace(player, track, text.blocks)}
        />
      </Desk>
    </>
  );
}

function wordAtPlace(
  player: ReadingPlayer,
  track: ReadingTrack,
  blocks: TextView['blocks'],
): PlacedWord | undefined {
  const sentence = track.sentences[player.place.sentence];
  const word = sentence?.words[player.place.word];
  if (!sentence || !word) return undefined;
  const block = blocks[sentence.block];
  return block && { written: block.text.slice(word.start, word.end), block: block.id, start: word.start };
}

declare global {
  interface Window {
    aurelfieldPlayer?: ReadingPlayer;
  }
}
