import { useEffect, useRef, useState } from 'react';
import styled from 'styled-components';
import { Button, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { place } from './formatEdit.ts';
import { movedEdge, tappedWords, type ShownWord, type TappedWord } from './words.ts';

const List = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 0.35rem;
  max-height: 9rem;
  margin: 0;
  padding: 0;
  overflow: auto;
  list-style: none;
`;

/** How far an edge is moved at a press, and the shortest a word can be. Seconds. */
const [NUDGE, SHORTEST] = [0.01, 0.02];
/** Whoever taps hears a moment before the word. Seconds. */
const BEFORE = 1;

interface WordCheckProps {
  readonly words: readonly ShownWord[];
  readonly samples: number;
  readonly sampleRate: number;
  /** Index of the word that is selected; −1 where none is. */
  readonly chosen: number;
  readonly onChoose: (word: ShownWord) => void;
  readonly onSet: (
    words: readonly {
      readonly sentence: number;
      readonly word: number;
      readonly from: number | null;
      readonly to: number | null;
    }[],
  ) => Promise<void>;
  /** Where the sound is now; undefined while it is silent. */
  readonly heard: () => number | undefined;
  readonly playFrom: (sample: number) => void;
  readonly stop: () => void;
}

/**
 * Puts the times of words right: those that are doubtful are shown one after the other, edges are moved,
 * whole stretches tapped along.
 */
export function WordCheck({
  words,
  samples,
  sampleRate,
  chosen,
  onChoose,
  onSet,
  heard,
  playFrom,
  stop,
}: WordCheckProps) {
  const [error, setError] = useState<string>();
  const [taps, setTaps] = useState<readonly number[]>();
  const [first, setFirst] = useState(0);
  const own = words[chosen];
  const toSee = words.filter(({ state }) => state !== 'sure');
  const set = (changed: Parameters<typeof onSet>[0]) => {
    setError(undefined);
    onSet(changed).catch((failure: unknown) => setError(messageOf(failure)));
  };
  const nudge = (edge: 'from' | 'to', direction: -1 | 1) => {
    if (!own) return;
    const range = movedEdge(words, chosen, edge, own[edge] + direction * NUDGE * sampleRate, SHORTEST * sampleRate, samples); // prettier-ignore
    if (!range) return;
    set([{ sentence: own.sentence, word: own.word, from: Math.round(range.from), to: Math.round(range.to) }]);
  };
  const begin = () => {
    const from = Math.max(0, chosen);
    setFirst(from);
    setTaps([]);
    playFrom(Math.max(0, (words[from]?.from ?? 0) - BEFORE * sampleRate));
  };
  const tap = () => {
    const at = heard();
    if (at !== undefined) setTaps((before) => [...(before ?? []), at]);
  };
  const end = () => {
    stop();
    const found: TappedWord[] = tappedWords(words, first, taps ?? [], sampleRate);
    setTaps(undefined);
    if (found.length > 0) set(found);
  };
  const tapNow = useRef(tap);
  useEffect(() => {
    tapNow.current = tap;
  });
  const isTapping = taps !== undefined;
  useEffect(() => {
    if (!isTapping) return;
    const onKey = (event: globalThis.KeyboardEvent) => {
      if (event.key.toLowerCase() !== 't' || event.repeat || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      tapNow.current();
    };
    document.addEventListener('keydown', onKey);
    return () => document.removeEventListener('keydown', onKey);
  }, [isTapping]);
  const nextToTap = taps && words[first + taps.length];
  return (
    <Card aria-label="Words to look at">
      <h2>Words to look at</h2>
      {toSee.length === 0 ? (
        <p>Every word was found. Press one below the waveform to move it.</p>
      ) : (
        <List tabIndex={0} aria-label={count(toSee.length, 'word')}>
          {toSee.map((word) => (
            <li key={`${word.sentence}/${word.word}`}>
              <Button onPress={() => onChoose(word)}>
                {word.text}
                {word.state === 'missing' && ' (not found)'}
              </Button>
            </li>
          ))}
        </List>
      )}
      {own && !taps && (
        <>
          <Fact role="status">
            “{own.text}”,{' '}
            {own.state === 'missing'
              ? `not found; it would stand at ${place(own.from, sampleRate)}`
              : `${place(own.from, sampleRate)} to ${place(own.to, sampleRate)}`}
          </Fact>
          {own.state === 'missing' ? (
            <Button
              onPress={() =>
                set([
                  {
                    sentence: own.sentence,
                    word: own.word,
                    from: Math.min(own.from, samples - Math.round(0.2 * sampleRate)),
                    to: Math.min(samples, own.from + Math.round(0.2 * sampleRate)),
                  },
                ])
              }
            >
              It is said here
            </Button>
          ) : (
            <>
              <Row>
                <Button onPress={() => nudge('from', -1)}>Begins earlier</Button>
                <Button onPress={() => nudge('from', 1)}>Begins later</Button>
                <Button onPress={() => nudge('to', -1)}>Ends earlier</Button>
                <Button onPress={() => nudge('to', 1)}>Ends later</Button>
              </Row>
              <Row>
                {own.state === 'doubtful' && (
                  <Button
                    onPress={() =>
                      set([{ sentence: own.sentence, word: own.word, from: own.from, to: own.to }])
                    }
                  >
                    Correct
                  </Button>
                )}
                <PlainButton
                  onPress={() => set([{ sentence: own.sentence, word: own.word, from: null, to: null }])}
                >
                  It is not said
                </PlainButton>
              </Row>
            </>
          )}
        </>
      )}
      {taps ? (
        <>
          <p>
            Press at the beginning of each word, or the key T. Next:{' '}
            <strong>{nextToTap?.text ?? 'the end'}</strong>
          </p>
          <Row>
            <SolidButton onPressStart={tap}>Tap</SolidButton>
            <Button onPress={end}>Done: {count(taps.length, 'word')}</Button>
            <PlainButton
              onPress={() => {
                stop();
                setTaps(undefined);
              }}
            >
              Leave them
            </PlainButton>
          </Row>
        </>
      ) : (
        <Button onPress={begin}>Tap along from here</Button>
      )}
      {error !== undefined && <Notice kind="error">{error}</Notice>}
    </Card>
  );
}
