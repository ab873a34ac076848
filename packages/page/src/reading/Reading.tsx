import type { FrozenReading, OpenedItem } from '@aurelfield/api/pupilPage';
import { useEffect, useRef, useState } from 'react';
import type { Outbox } from '../records/outbox.ts';
import { useScanning } from '../switches/useScanning.ts';
import { More } from './More.tsx';
import { SentenceBox } from './SentenceBox.tsx';
import { recallSettings, rememberSettings, type Settings } from './settings.ts';
import { Strip } from './Strip.tsx';
import { Text } from './Text.tsx';
import { useKeys } from './useKeys.ts';
import { useLook } from './useLook.ts';
import { useMarks } from './useMarks.ts';
import { useMediaKeys } from './useMediaKeys.ts';
import { usePlayerState, usePlaying } from './usePlayer.ts';
import { useRecords } from './useRecords.ts';
import { fileAddress, saveAddress } from '../server.ts';

export interface ReadingProps {
  readonly item: OpenedItem;
  readonly reading: FrozenReading;
  readonly pass: string;
  readonly school: string;
  readonly records: boolean;
  readonly outbox: Outbox;
  /** Back to the list; there is none where this is all that was handed out. */
  readonly onBack: (() => void) | undefined;
}

const PACE_STEP = 0.1;
/** Milliseconds between two pieces of sound that are fetched ahead. */
const AHEAD = 700;

/** A reading: the text with what is heard lit in it, and the bar to go about. */
export function Reading({ item, reading, pass, school, records, outbox, onBack }: ReadingProps) {
  const { player, files, isWaiting } = usePlaying(item, reading, pass);
  const state = usePlayerState(player);
  const [settings, setSettings] = useState(recallSettings);
  const [open, setOpen] = useState<'more' | 'sentence'>();
  const bar = useRef<HTMLElement>(null);
  const marks = useMarks(item);
  const { allows } = item;
  const rate = Math.min(allows.fastest, Math.max(allows.slowest, settings.rate));
  const isGoing = state.status === 'playing' || state.status === 'loading';
  const isLooping = state.passage?.repeat === true;

  useEffect(() => player.setRate(rate), [player, rate]);
  useLook(reading, settings);
  useRecords(player, item, outbox);
  useMediaKeys(player, reading.title, school);
  useKeys(player, settings.switches === 'none');
  useScanning(bar, settings);
  useEffect(() => {
    document.title = reading.title;
  }, [reading]);
  // While it plays, the rest is fetched ahead, so that it goes on when the line breaks.
  useEffect(() => {
    if (state.status === 'playing')
      void files.fetchAll(files.stretchOf(state.sentence), { rest: AHEAD }).catch(() => undefined);
    // Begun once a play, not at every sentence.
    // eslint-disable-next-line react-hooks/exhaustive-deps -- the sentence at which it began is what counts
  }, [files, state.status]);

  const change = (wanted: Partial<Settings>) => {
    const next = { ...settings, ...wanted };
    setSettings(next);
    rememberSettings(next);
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
  return (
    <>
      <header>
        {onBack && (
          <button type="button" className="link" onClick={onBack}>
            All that is handed to you
          </button>
        )}
        <span>{school}</span>
      </header>
      <main>
        <Text
          reading={reading}
          files={fileAddress(pass, item, '').replace(/\/$/u, '')}
          player={player}
          clearLines={settings.clearLines}
          onWord={(place) => void player.seek(place, true)}
        />
      </main>
      <section className="bar" aria-label="Player" ref={bar}>
        <Strip player={player} position={allows.position} />
        <p className="told" role="status">
          {isWaiting
            ? 'Waiting for the network. It goes on by itself.'
            : state.status === 'failed'
              ? state.error?.message
              : ''}
        </p>
        <div data-row className="row">
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
            On
          </button>
        </div>
        <div data-row className="row small">
          <button type="button" aria-pressed={isLooping} onClick={loop}>
            Over and over
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
          keeping={{
            files,
            pass,
            name: item.package,
            stretches: reading.stretches.length,
            bytes: item.bytes.opus,
          }}
          save={allows.save.includes('mp3') ? saveAddress(pass, item) : undefined}
          onChange={change}
          onSection={(sentence) => {
            setOpen(undefined);
            void player.seek({ sentence, word: 0 });
          }}
          onClose={() => setOpen(undefined)}
        />
      )}
      {open === 'sentence' && (
        <SentenceBox
          sentence={state.sentence}
          text={textOf(state.sentence)}
          word={{
            item,
            pass,
            sentence: state.sentence,
            words: wordsOf(state.sentence),
            first: player.place.word,
          }}
          allows={allows}
          isMarked={marks.marks.has(state.sentence)}
          onSend={(event) => {
            outbox.note(item, event);
            outbox.flush();
          }}
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
