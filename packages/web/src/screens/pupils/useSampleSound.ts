import type { HeardSample, Profile } from '@aurelfield/api';
import { useCallback, useEffect, useRef, useState } from 'react';
import { fetchSample, soundOf } from '../../api/pupilQueries.ts';
import { messageOf } from '../../ui/Notice.tsx';

/** What of a profile is heard; the look is not. */
type Sounding = Omit<Profile, 'readingStyle'>;

/** The sound of a sample: whether it plays, and the word that is heard. */
export interface SampleSound {
  readonly state: 'silent' | 'fetching' | 'playing';
  readonly words: HeardSample['words'];
  /** Number of the word that is heard; -1 for none. */
  readonly highlightedWord: number;
  readonly error: string | undefined;
  readonly play: (text: string, language: string, sounding: Sounding) => void;
  readonly stop: () => void;
}

/**
 * Plays one sample at a time with its words lit by the sound's own clock; a new one stops the one before at
 * once.
 */
export function useSampleSound(): SampleSound {
  const [state, setState] = useState<SampleSound['state']>('silent');
  const [words, setWords] = useState<HeardSample['words']>([]);
  const [highlightedWord, setHighlightedWord] = useState(-1);
  const [error, setError] = useState<string>();
  const playing = useRef<{ readonly controller: AbortController; audio?: HTMLAudioElement; url?: string }>(
    undefined,
  );

  const silence = useCallback(() => {
    const current = playing.current;
    playing.current = undefined;
    current?.controller.abort();
    current?.audio?.pause();
    if (current?.url !== undefined) URL.revokeObjectURL(current.url);
  }, []);
  useEffect(() => silence, [silence]);

  const stop = useCallback(() => {
    silence();
    setState('silent');
    setHighlightedWord(-1);
  }, [silence]);

  const play = useCallback(
    (
      text: string,
      language: string,
      { voices, pace, pitch, loudness, pauses, pausesByPace, choices, fileKind, fileQuality }: Sounding,
    ) => {
      silence();
      const own: { readonly controller: AbortController; audio?: HTMLAudioElement; url?: string } = {
        controller: new AbortController(),
      };
      playing.current = own;
      setState('fetching');
      setError(undefined);
      setHighlightedWord(-1);
      const profile = { voices, pace, pitch, loudness, pauses, pausesByPace, choices, fileKind, fileQuality };
      fetchSample({ text, language, profile }, own.controller.signal)
        .then(async (sample) => {
          if (playing.current !== own) return;
          own.url = URL.createObjectURL(soundOf(sample));
          const audio = new Audio(own.url);
          own.audio = audio;
          setWords(sample.words);
          audio.addEventListener('ended', () => playing.current === own && stop());
          await audio.play();
          setState('playing');
          const follow = () => {
            if (playing.current !== own) return;
            const at = audio.currentTime;
            setHighlightedWord(sample.words.findLastIndex(({ from, to }) => at >= from && at < to + HELD));
            requestAnimationFrame(follow);
          };
          requestAnimationFrame(follow);
        })
        .catch((failure: unknown) => {
          if (playing.current !== own) return;
          playing.current = undefined;
          setState('silent');
          setError(messageOf(failure));
        });
    },
    [silence, stop],
  );
  return { state, words, highlightedWord, error, play, stop };
}

/** Seconds that a word stays lit after its end, so that nothing flickers between two words. */
const HELD = 0.06;
