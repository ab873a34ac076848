import type { OpenBoard, Phrase, PhraseVoice } from '@aurelfield/api';
import { Completion, PACE_RANGE } from '@aurelfield/core';
import { Maximize2, Pause, Play, RotateCcw, Square, Volume2 } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { messageOf, Notice } from '../ui/Notice.tsx';
import { BoardSounds, type Speaking } from './boardSounds.ts';
import type { BoardSource } from './boardSource.ts';
import { PhraseButton } from './PhraseButton.tsx';
import { Typing } from './Typing.tsx';
import { useBoardSwitches } from './useBoardSwitches.ts';

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

  [data-scan='button'] {
    outline: 5px solid var(--ink);
    outline-offset: 2px;
  }

  [data-scan='row'] {
    outline: 4px dashed var(--ink);
    outline-offset: 1px;
  }

  @media (forced-colors: active) {
    .plain[aria-pressed='true'] {
      forced-color-adjust: none;
    }

    [data-scan] {
      outline-color: Highlight;
    }
  }

  .kept {
    margin: 0;
    color: var(--quiet);
    font-size: 0.9rem;
  }

  .letters {
    display: grid;
    gap: 0.4rem;
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
const SLOWER_STEP = 0.75;

interface BoardProps {
  readonly board: OpenBoard;
  readonly source: BoardSource;
  /** Whether all of it is on this device, so that it speaks without a network. */
  readonly isKept?: boolean;
}

/** Something that can be pressed by a switch: a phrase, a variant of one, or the way back. */
interface Target {
  readonly key: string;
  readonly phrase: Phrase;
  readonly press: () => void;
}

/** A board of buttons that speak at a tap, with typing, and scanning for one switch or two. */
export function Board({ board, source, isKept = false }: BoardProps) {
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
  useBoardSwitches(scanning, sounds);
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
        <div
          className="categories"
          role="toolbar"
          aria-label="Speaking"
          data-scan-row
          data-scan-order={2}
          data-scan-hand
        >
          {speaking === 'speaking' || speaking === 'paused' ? (
            <>
              <button type="button" className="plain" onClick={() => void sounds.togglePause()}>
                {speaking === 'paused' ? <Play aria-hidden size={20} /> : <Pause aria-hidden size={20} />}
                {speaking === 'paused' ? 'Continue' : 'Pause'}
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
        hasLetters={scanning.switches !== 'none'}
      />
      {categories.length > 0 && !open && (
        <div
          className="categories"
          role="toolbar"
          aria-label="Categories"
          data-scan-row
          data-scan-order={1}
          data-scan-hand
        >
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
        data-scan-row={width}
        role="group"
        aria-label={open ? `Ways to say ${open.label || open.text}` : 'Phrases'}
      >
        {targets.map(({ key, phrase, press }) => (
          <PhraseButton
            key={key}
            phrase={phrase}
            pictureUrl={source.pictureUrl}
            isSpeaking={isSpeaking(phrase.id, phrase.text, phrase.voice)}
            onPress={press}
          />
        ))}
      </Grid>
      <p className="kept" role="status">
        {isKept ? 'All of this board is on this device.' : ''}
      </p>
      {isLarge && last && (
        <Large
          role="dialog"
          aria-modal="true"
          aria-label="Shown large"
          data-scan-row
          onClick={() => setLarge(false)}
          onKeyDown={({ key }) => key === 'Escape' && setLarge(false)}
        >
          {last.text}
          <button type="button" className="plain" autoFocus onClick={() => setLarge(false)}>
            Close
          </button>
        </Large>
      )}
    </Screen>
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
