import type { ReadingSnapshot, Opened, OpenedItem } from '@aurelfield/api/pupilPage';
import { useEffect, useState } from 'react';
import { canKeep } from '../kept.ts';
import type { Outbox } from '../records/outbox.ts';
import { fileAddress, saveAddress } from '../server.ts';
import { More } from './More.tsx';
import type { Playing } from './playing.ts';
import { SentenceBox } from './SentenceBox.tsx';
import type { Settings } from './settings.ts';
import { Strip } from './Strip.tsx';
import { Text } from './Text.tsx';
import { useFetchAhead } from './useFetchAhead.ts';
import { useKeys } from './useKeys.ts';
import { useLasting } from './useLasting.ts';
import { useReadingStyle } from './useReadingStyle.ts';
import { useMarks } from './useMarks.ts';
import { useMediaKeys } from './useMediaKeys.ts';
import { usePlayerState, usePlaying } from './usePlayer.ts';
import { useRecords } from './useRecords.ts';

/** Milliseconds of waiting for sound that nobody notices. */
const NOTICED = 500;

export interface ReadingProps {
  readonly item: OpenedItem;
  readonly reading: ReadingSnapshot;
  readonly opened: Opened;
  /** What plays already since before this screen was here. */
  readonly started: Playing | undefined;
  readonly outbox: Outbox;
  readonly settings: Settings;
  readonly onSettings: (change: Partial<Settings>) => void;
  /** Back to the list; there is none where this is the only handout. */
  readonly onBack: (() => void) | undefined;
  /** Called when the server does not give this version out any more. */
  readonly onGone: () => void;
  /** Removes the page from this device. */
  readonly onForget: () => void;
}

const PACE_STEP = 0.1;

/** A reading: the text with what is heard highlighted in it, and the bar to control it. */
export function Reading({
  item,
  reading,
  opened,
  started,
  outbox,
  settings,
  onSettings,
  onBack,
  onGone,
  onForget,
}: ReadingProps) {
  const { accessToken, school, records } = opened;
  const { player, files, isWaiting } = usePlaying({ item, reading, accessToken, started, onGone });
  const state = usePlayerState(player);
  const [open, setOpen] = useState<'more' | 'sentence'>();
  const marks = useMarks(item);
  const { allows } = item;
  const rate = Math.min(allows.fastest, Math.max(allows.slowest, settings.rate));
  const isGoing = state.status === 'playing' || state.status === 'loading';
  const isLooping = state.passage?.repeat === true;
  const ahead = useFetchAhead(files, reading.segments.length, state);
  const isSlow = useLasting(state.status === 'loading', NOTICED);

  useEffect(() => player.setRate(rate), [player, rate]);
  useReadingStyle(reading, settings);
  useRecords(player, item, outbox);
  useMediaKeys(player, { title: reading.title, school, key: opened.key });
  useKeys(player, settings.switches === 'none');
  useEffect(() => {
    document.title = reading.title;
  }, [reading]);

  const change = (wanted: Partial<Settings>) => {
    onSettings(wanted);
    if (wanted.rate !== undefined)
      outbox.note(item, { kind: 'pace', amount: wanted.rate, sentence: state.sentence });
  };
  const setRate = (by: number) =>
    change({ rate: Math.round(Math.min(allows.fastest, Math.max(allows.slowest, rate + by)) * 20) / 20 });
  const askAbout = () => {
    player.pause();
    setOpen('sentence');
  };
  const loop = () => {
    if (isLooping) player.leavePassage();
    else void player.playPassage({ from: { sentence: state.sentence, word: 0 }, to: { sentence: state.sentence, word: Infinity }, repeat: true }); // prettier-ignore
  };
  const status = isWaiting
    ? 'Waiting for the network. It goes on by itself.'
    : isSlow
      ? 'Loading the sound …'
      : state.status === 'failed'
        ? state.error?.message
        : '';
  return (
    <>
      <header data-scan-row data-scan-order={1}>
        {onBack && (
          <button type="button" className="link" onClick={onBack}>
            All your handouts
          </button>
        )}
        <span>
          {school}
          <span role="status">
            {ahead.done >= ahead.total && canKeep() ? ' · All of it is on this device' : ''}
          </span>
        </span>
      </header>
      <main>
        <Text
          reading={reading}
          files={fileAddress(accessToken, item, '').replace(/\/$/u, '')}
          player={player}
          clearLines={settings.clearLines}
          onWord={(place) => void player.seek(place, true)}
        />
      </main>
      <section className="bar" aria-label="Player" data-scan-hand>
        <Strip player={player} position={allows.position} />
        <p className="status" role="status">
          {status}
        </p>
        <div data-scan-row className="row">
          <button type="button" className="play" onClick={player.toggle}>
            {isGoing ? 'Pause' : state.status === 'ended' ? 'Play again' : 'Play'}
          </button>
          <button type="button" onClick={() => void player.previousSentence()}>
            Back
          </button>
          <button type="button" onClick={() => void player.repeatSentence()}>
            Again
          </button>
          <button type="button" onClick={() => void player.nextSentence()}>
            Next
          </button>
          <button type="button" className="only-low" onClick={() => setOpen('more')}>
            More …
          </button>
        </div>
        <div data-scan-row className="row small">
          <button type="button" aria-pressed={isLooping} onClick={loop}>
            Repeat
          </button>
          {allows.slowest < allows.fastest && (
            <>
              <button type="button" disabled={rate <= allows.slowest} onClick={() => setRate(-PACE_STEP)}>
                Slower
              </button>
              <button type="button" disabled={rate >= allows.fastest} onClick={() => setRate(PACE_STEP)}>
                Faster
              </button>
            </>
          )}
          <button
            type="button"
            className="also"
            onClick={() => change({ letters: Math.min(3, Math.round((settings.letters + 0.1) * 10) / 10) })}
          >
            Larger
          </button>
          <button
            type="button"
            className="also"
            onClick={() => change({ letters: Math.max(0.7, Math.round((settings.letters - 0.1) * 10) / 10) })}
          >
            Smaller
          </button>
          {(allows.comment || allows.mark) && (
            <button type="button" onClick={askAbout}>
              This sentence …
            </button>
          )}
          <button type="button" onClick={() => setOpen('more')}>
            More …
          </button>
        </div>
      </section>
      {open === 'more' && (
        <More
          reading={reading}
          allows={allows}
          settings={{ ...settings, rate }}
          records={records}
          offlineStorage={{ ahead, bytes: item.bytes.opus, onKeep: ahead.fetchNow, onForget }}
          save={allows.save.includes('mp3') ? saveAddress(accessToken, item) : undefined}
          onChange={change}
          onSection={(sentence) => {
            setOpen(undefined);
            void player.seek({ sentence, word: 0 });
          }}
          onSentence={allows.comment || allows.mark ? askAbout : undefined}
          onRepeat={loop}
          isRepeating={isLooping}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === 'sentence' && (
        <SentenceBox
          sentence={state.sentence}
          text={textOf(state.sentence)}
          word={{
            item,
            accessToken,
            sentence: state.sentence,
            words: wordsOf(state.sentence),
            first: player.place.word,
          }}
          allows={allows}
          isMarked={marks.marks.has(state.sentence)}
          onSend={(event) => outbox.send(item, event)}
          onMark={(isMarked) => {
            marks.setMarked(state.sentence, isMarked);
            if (isMarked) outbox.note(item, { kind: 'mark', sentence: state.sentence });
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
    </>
  );
}

function textOf(sentence: number): string {
  return [...document.querySelectorAll(`#s${sentence},[data-of="s${sentence}"]`)]
    .map((one) => one.textContent)
    .join(' ');
}

/** The words of a sentence as they stand in the text. */
function wordsOf(sentence: number): string[] {
  const found: string[] = [];
  for (let word = 0; ; word++) {
    const element = document.getElementById(`s${sentence}w${word}`);
    if (!element) return found;
    found.push(element.textContent);
  }
}
