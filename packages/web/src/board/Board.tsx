import type { OpenBoard, Phrase, PhraseVoice } from '@aurelfield/api';
import { Completion } from '@aurelfield/core/phrases';
import { PACE_RANGE } from '@aurelfield/core/speech';
import { Maximize2, Pause, Play, RotateCcw, Square, Volume2 } from 'lucide-react';
import { useCallback, useEffect, useMemo, useState } from 'react';
import { messageOf, Notice } from '../ui/Notice.tsx';
import { BoardScreen, Large, PhraseGrid } from './BoardLayout.ts';
import { BoardSounds, type Speaking } from './boardSounds.ts';
import type { BoardSource } from './boardSource.ts';
import { PhraseButton } from './PhraseButton.tsx';
import { Typing } from './Typing.tsx';
import { useBoardSwitches } from './useBoardSwitches.ts';
import { useColumns } from './useColumns.ts';

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
    <BoardScreen>
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
      <PhraseGrid
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
      </PhraseGrid>
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
    </BoardScreen>
  );
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
