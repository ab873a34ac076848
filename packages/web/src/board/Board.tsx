import type { OpenBoard, Phrase, PhraseVoice } from '@aurelfield/api';
import { completed, Completion, PACE_RANGE } from '@aurelfield/core';
import { Maximize2, Pause, Play, RotateCcw, Square, Volume2 } from 'lucide-react';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import styled from 'styled-components';
import { messageOf, Notice } from '../ui/Notice.tsx';
import { BoardSounds, type Speaking } from './boardSounds.ts';
import type { BoardSource } from './boardSource.ts';
import { PhraseButton } from './PhraseButton.tsx';
import { AT_REST, scanStep, type Scan } from '@aurelfield/player';

const Screen = styled.main`
  display: flex;
  flex-direction: column;
  gap: 0.75rem;
  min-height: 100dvh;
  padding: 0.9rem;

  h1 {
    font-size: 1.3rem;
  }

  .top,
  .speak,
  .categories {
    display: flex;
    flex-wrap: wrap;
    align-items: center;
    gap: 0.5rem;
  }

  .top {
    justify-content: space-between;
  }

  .plain {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 3rem;
    padding: 0.4rem 1rem;
    border: 2px solid var(--edge);
    border-radius: 12px;
    background: var(--surface);
    color: var(--ink);
    font: inherit;
    font-weight: 650;
    cursor: pointer;
  }

  .plain[aria-pressed='true'] {
    background: var(--accent);
    border-color: var(--accent);
    color: var(--on-accent);
  }

  .plain:disabled {
    opacity: 0.5;
    cursor: default;
  }

  textarea {
    flex: 1 1 16rem;
    min-height: 3.2rem;
    padding: 0.6rem 0.9rem;
    border: 2px solid var(--edge);
    border-radius: 12px;
    background: var(--surface);
    color: var(--ink);
    font: inherit;
    font-size: 1.25rem;
    resize: vertical;
  }
`;

const Grid = styled.div<{ $columns: number }>`
  display: grid;
  flex: 1;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  grid-auto-rows: minmax(6.5rem, 1fr);
  gap: 0.75rem;

  @media (max-width: 560px) {
    grid-template-columns: repeat(${({ $columns }) => Math.min(2, $columns)}, minmax(0, 1fr));
  }
`;

/** What is shown to the person opposite: as large as the screen allows. */
const Large = styled.div`
  position: fixed;
  inset: 0;
  z-index: 30;
  display: grid;
  place-items: center;
  padding: 4vw;
  background: var(--surface);
  color: var(--ink);
  font-size: clamp(2.5rem, 9vw, 8rem);
  font-weight: 700;
  line-height: 1.15;
  text-align: center;
  overflow: auto;
  overflow-wrap: anywhere;

  button {
    position: absolute;
    inset: 1rem 1rem auto auto;
    font-size: 1rem;
  }
`;

const ALL = '';
const SUGGESTIONS = 5;
const SLOWER_STEP = 0.75;

interface BoardProps {
  readonly board: OpenBoard;
  readonly source: BoardSource;
}

/** Something that can be pressed by a switch: a phrase, a variant of one, or the way back. */
interface Target {
  readonly key: string;
  readonly phrase: Phrase;
  readonly press: () => void;
}

/** A board of buttons that speak at a tap, with typing, and scanning for one switch or two. */
export function Board({ board, source }: BoardProps) {
  const { phrases, columns, scanning } = board;
  const [speaking, setSpeaking] = useState<Speaking>('silent');
  const [sounds] = useState(() => new BoardSounds(setSpeaking));
  const [category, setCategory] = useState(ALL);
  const [open, setOpen] = useState<Phrase>();
  const [last, setLast] = useState<{
    readonly key: string;
    readonly text: string;
    readonly fetch: () => Promise<ArrayBuffer>;
  }>();
  const [isLouder, setLouder] = useState(false);
  const [isSlower, setSlower] = useState(false);
  const [typed, setTyped] = useState('');
  const [isLarge, setLarge] = useState(false);
  const [error, setError] = useState<string>();
  const width = useColumns(columns);

  useEffect(() => () => sounds.dispose(), [sounds]);
  useEffect(() => {
    // All saved phrases are ready before they are tapped, and offline from then on.
    let isLeft = false;
    void (async () => {
      for (const { id, voice, text, variants } of phrases) {
        if (isLeft) return;
        await sounds
          .prepare(keyOf(id, text, voice), () => source.phraseSound(id, undefined, false))
          .catch(() => undefined);
        for (const [nth, variant] of variants.entries())
          await sounds
            .prepare(keyOf(id, variant, voice), () => source.phraseSound(id, nth, false))
            .catch(() => undefined);
      }
    })();
    return () => {
      isLeft = true;
    };
  }, [sounds, phrases, source]);

  const speak = useCallback(
    (key: string, text: string, fetch: () => Promise<ArrayBuffer>) => {
      setError(undefined);
      setLast({ key, text, fetch });
      sounds
        ?.speak(key, fetch)
        .catch((failure: unknown) =>
          setError(`${messageOf(failure)} Saved phrases speak without the server.`),
        );
    },
    [sounds],
  );
  const speakPhrase = useCallback(
    ({ id, text, voice }: Phrase) =>
      speak(keyOf(id, text, voice), text, () => source.phraseSound(id, undefined, false)),
    [speak, source],
  );
  const say = (text: string) => {
    if (text.trim() === '') return;
    const voice = isSlower
      ? { ...board.voice, pace: Math.max(PACE_RANGE.min, Math.round(board.voice.pace * SLOWER_STEP)) }
      : board.voice;
    speak(keyOf('typed', text, voice), text, () => source.say(text.trim(), voice));
  };

  const categories = [...new Set(phrases.map((phrase) => phrase.category))].filter((name) => name !== '');
  const shown = open ? [] : phrases.filter((phrase) => category === ALL || phrase.category === category);
  const targets: Target[] = open
    ? [
        { key: 'back', phrase: backButton(open), press: () => setOpen(undefined) },
        { key: open.id, phrase: { ...open, variants: [] }, press: () => speakPhrase(open) },
        ...open.variants.map((text, nth) => ({
          key: `${open.id} ${nth}`,
          phrase: { ...open, text, label: '', variants: [] },
          press: () =>
            speak(keyOf(open.id, text, open.voice), text, () => source.phraseSound(open.id, nth, false)),
        })),
      ]
    : shown.map((phrase) => ({
        key: phrase.id,
        phrase,
        press: () => {
          speakPhrase(phrase);
          if (phrase.variants.length > 0) setOpen(phrase);
        },
      }));
  const scan = useScanning(targets, width, scanning, sounds);
  const completion = useMemo(
    () =>
      new Completion(
        [
          ...board.said,
          ...phrases.flatMap(({ text, variants }) =>
            [text, ...variants].map((one) => ({ text: one, times: 1 })),
          ),
        ],
        board.language,
      ),
    [board, phrases],
  );
  const isSpeaking = (key: string, text: string, voice: PhraseVoice) =>
    speaking === 'speaking' && last?.key === keyOf(key, text, voice);
  return (
    <Screen>
      <div className="top">
        <h1>{board.name}</h1>
        <div className="categories" role="toolbar" aria-label="Speaking">
          {speaking === 'speaking' || speaking === 'paused' ? (
            <>
              <button type="button" className="plain" onClick={() => void sounds.togglePause()}>
                {speaking === 'paused' ? <Play aria-hidden size={20} /> : <Pause aria-hidden size={20} />}
                {speaking === 'paused' ? 'Go on' : 'Pause'}
              </button>
              <button type="button" className="plain" onClick={() => sounds.stop()}>
                <Square aria-hidden size={18} /> Stop
              </button>
            </>
          ) : null}
          <button
            type="button"
            className="plain"
            disabled={!last}
            onClick={() => last && speak(last.key, last.text, last.fetch)}
          >
            <RotateCcw aria-hidden size={20} /> Say again
          </button>
          <button type="button" className="plain" disabled={!last} onClick={() => setLarge(true)}>
            <Maximize2 aria-hidden size={20} /> Show large
          </button>
          <button
            type="button"
            className="plain"
            aria-pressed={isLouder}
            onClick={() => {
              sounds.setLouder(!isLouder);
              setLouder(!isLouder);
            }}
          >
            <Volume2 aria-hidden size={20} /> Louder
          </button>
          <button
            type="button"
            className="plain"
            aria-pressed={isSlower}
            onClick={() => setSlower(!isSlower)}
          >
            Slower typing voice
          </button>
        </div>
      </div>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      <Typing
        typed={typed}
        onTyped={setTyped}
        onSay={() => say(typed)}
        completion={completion}
        spelling={source.spelling}
      />
      {categories.length > 0 && !open && (
        <div className="categories" role="toolbar" aria-label="Categories">
          {[ALL, ...categories].map((name) => (
            <button
              key={name}
              type="button"
              className="plain"
              aria-pressed={category === name}
              onClick={() => setCategory(name)}
            >
              {name === ALL ? 'All' : name}
            </button>
          ))}
        </div>
      )}
      {targets.length === 0 && <p>There are no phrases on this board yet.</p>}
      <Grid
        $columns={columns}
        role="group"
        aria-label={open ? `Ways to say ${open.label || open.text}` : 'Phrases'}
      >
        {targets.map(({ key, phrase, press }, i) => (
          <PhraseButton
            key={key}
            phrase={phrase}
            pictureUrl={source.pictureUrl}
            lit={litAt(scan, i, width)}
            isSpeaking={isSpeaking(phrase.id, phrase.text, phrase.voice)}
            onPress={press}
          />
        ))}
      </Grid>
      {isLarge && last && (
        <Large role="dialog" aria-label="Shown large" onClick={() => setLarge(false)}>
          {last.text}
          <button type="button" className="plain" autoFocus onClick={() => setLarge(false)}>
            Close
          </button>
        </Large>
      )}
    </Screen>
  );
}

/** Type, complete words by a tap, say it. */
function Typing({
  typed,
  onTyped,
  onSay,
  completion,
  spelling,
}: {
  readonly typed: string;
  readonly onTyped: (typed: string) => void;
  readonly onSay: () => void;
  readonly completion: Completion;
  readonly spelling: BoardSource['spelling'];
}) {
  const field = useRef<HTMLTextAreaElement>(null);
  const [meant, setMeant] = useState<{ readonly word: string; readonly ways: readonly string[] }>();
  const lastWord = /([\p{L}'’-]+)[\s.,!?]*$/u.exec(typed)?.[1] ?? '';
  const take = (text: string) => {
    onTyped(text);
    field.current?.focus();
  };
  return (
    <form
      className="speak"
      onSubmit={(event) => {
        event.preventDefault();
        onSay();
      }}
    >
      <textarea
        ref={field}
        aria-label="Type what you want to say"
        placeholder="Type to speak"
        rows={1}
        spellCheck
        value={typed}
        onChange={(event) => onTyped(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' || event.shiftKey) return;
          event.preventDefault();
          onSay();
        }}
      />
      <button type="submit" className="plain" disabled={typed.trim() === ''}>
        Say it
      </button>
      <button type="button" className="plain" disabled={typed === ''} onClick={() => take('')}>
        Clear
      </button>
      <button
        type="button"
        className="plain"
        disabled={lastWord === ''}
        onClick={() => {
          spelling(lastWord).then(
            (ways) => setMeant({ word: lastWord, ways }),
            () => setMeant({ word: lastWord, ways: [] }),
          );
        }}
      >
        Spelling
      </button>
      <div className="categories" role="group" aria-label="Words that may come next">
        {completion.suggest(typed, SUGGESTIONS).map((word) => (
          <button key={word} type="button" className="plain" onClick={() => take(completed(typed, word))}>
            {word}
          </button>
        ))}
      </div>
      {meant && meant.word === lastWord && (
        <div className="categories" role="group" aria-label={`Spellings of ${meant.word}`}>
          {meant.ways.length === 0 ? <span>“{meant.word}” has no other spelling here.</span> : null}
          {meant.ways.map((way) => (
            <button
              key={way}
              type="button"
              className="plain"
              onClick={() => {
                take(typed.replace(/([\p{L}'’-]+)([\s.,!?]*)$/u, `${way}$2`));
                setMeant(undefined);
              }}
            >
              {way}
            </button>
          ))}
        </div>
      )}
    </form>
  );
}

/** How many columns there are in this window. */
function useColumns(columns: number): number {
  const [isNarrow, setNarrow] = useState(() => window.matchMedia('(max-width: 560px)').matches);
  useEffect(() => {
    const media = window.matchMedia('(max-width: 560px)');
    const tell = () => setNarrow(media.matches);
    media.addEventListener('change', tell);
    return () => media.removeEventListener('change', tell);
  }, []);
  return isNarrow ? Math.min(2, columns) : columns;
}

/** Lights rows and buttons in turn and presses the one that is chosen. One switch: any key or touch chooses, time steps. Two: Space steps, Enter chooses. */
function useScanning(
  targets: readonly Target[],
  columns: number,
  scanning: OpenBoard['scanning'],
  sounds: BoardSounds,
): Scan {
  const [scan, setScan] = useState<Scan>(AT_REST);
  const rows = useMemo(
    () =>
      Array.from({ length: Math.ceil(targets.length / columns) }, (_, row) =>
        Math.min(columns, targets.length - row * columns),
      ),
    [targets.length, columns],
  );
  const isOn = scanning.switches !== 'none';
  const now = useRef({ scan, targets, rows });
  useEffect(() => {
    now.current = { scan, targets, rows };
  });
  const act = useCallback(
    (event: 'step' | 'choose') => {
      const step = scanStep(now.current.scan, event, now.current.rows, scanning);
      now.current.scan = step.scan;
      setScan(step.scan);
      if (scanning.sound && step.scan.at !== 'rest') sounds.click();
      if (step.pressed) now.current.targets[step.pressed.row * columns + step.pressed.column]?.press();
    },
    [scanning, sounds, columns],
  );
  useEffect(() => {
    if (scanning.switches !== 'one' || scan.at === 'rest') return;
    const timer = setTimeout(() => act('step'), scanning.seconds * 1000);
    return () => clearTimeout(timer);
  }, [scan, scanning, act]);
  useEffect(() => {
    if (!isOn) return;
    const onKey = (event: KeyboardEvent) => {
      if (
        event.repeat ||
        (event.target instanceof Element && event.target.closest('textarea, input, [role="dialog"]'))
      )
        return;
      if (event.key !== ' ' && event.key !== 'Enter') return;
      event.preventDefault();
      act(scanning.switches === 'two' && event.key === ' ' ? 'step' : 'choose');
    };
    const onPointer = (event: PointerEvent) => {
      // A switch that is plugged in as a mouse clicks wherever the pointer happens to be; fields and bars are left to the hand.
      if (
        event.target instanceof Element &&
        event.target.closest('textarea, [role="toolbar"], form, [role="dialog"]')
      )
        return;
      event.preventDefault();
      act('choose');
    };
    const noClick = (event: MouseEvent) => {
      if (
        event.target instanceof Element &&
        event.target.closest('[role="group"][aria-label]') &&
        !event.target.closest('form')
      )
        event.stopPropagation();
    };
    document.addEventListener('keydown', onKey, true);
    document.addEventListener('pointerdown', onPointer, true);
    document.addEventListener('click', noClick, true);
    return () => {
      document.removeEventListener('keydown', onKey, true);
      document.removeEventListener('pointerdown', onPointer, true);
      document.removeEventListener('click', noClick, true);
    };
  }, [isOn, scanning.switches, act]);
  return isOn ? scan : AT_REST;
}

function litAt(scan: Scan, index: number, columns: number): 'true' | 'row' | 'false' {
  const [row, column] = [Math.floor(index / columns), index % columns];
  if (scan.at === 'row') return scan.row === row ? 'row' : 'false';
  return scan.at === 'button' && scan.row === row && scan.column === column ? 'true' : 'false';
}

function keyOf(id: string, text: string, voice: PhraseVoice): string {
  return JSON.stringify([id, text, voice]);
}

function backButton(phrase: Phrase): Phrase {
  return {
    ...phrase,
    id: 'back',
    text: 'Back to the board',
    label: 'Back',
    icon: 'stop',
    picture: null,
    variants: [],
    tint: 'stone',
  };
}
