import { useCallback, useEffect, useRef, useState } from 'react';
import { messageOf } from './Notice.tsx';

/** Plays one short sound at a time, fetched when asked for; the one before is stopped. */
export function useSound(): {
  readonly play: (fetchSound: () => Promise<Blob>) => void;
  readonly error: string | undefined;
} {
  const sound = useRef<{ audio: HTMLAudioElement; url: string }>(undefined);
  const [error, setError] = useState<string>();
  const stop = useCallback(() => {
    sound.current?.audio.pause();
    if (sound.current) URL.revokeObjectURL(sound.current.url);
    sound.current = undefined;
  }, []);
  useEffect(() => stop, [stop]);
  const play = useCallback(
    (fetchSound: () => Promise<Blob>) => {
      stop();
      setError(undefined);
      fetchSound()
        .then((blob) => {
          stop();
          const url = URL.createObjectURL(blob);
          const audio = new Audio(url);
          sound.current = { audio, url };
          return audio.play();
        })
        .catch((failure: unknown) => setError(messageOf(failure)));
    },
    [stop],
  );
  return { play, error };
}
