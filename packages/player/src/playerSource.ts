import type { ReadingSentence } from '@aurelfield/api';
import type { Track } from '@aurelfield/core/timeline';
import type { PlayerSentence } from './place.ts';
import type { Sounds } from './soundPair.ts';

/** Where the player gets what it plays. */
export interface PlayerSource<S extends PlayerSentence = ReadingSentence> {
  /** Sentences with their times, made first if need be. */
  readonly make: (from: number, to: number) => Promise<S[]>;
  /**
   * Address of the sound of sentences `from` up to, not including, `to`; one that takes time is waited for.
   */
  readonly audioUrl: (from: number, to: number) => string | Promise<string>;
  /**
   * The piece of sound that holds a sentence, where sound is cut already; without it the player cuts as it
   * needs.
   */
  readonly segmentOf?: (sentence: number) => { readonly from: number; readonly to: number };
}

/** Which piece of sound is fetched. */
interface Wanted<S> {
  readonly sentence: number;
  /** Sound is waited for, so a piece that is not made yet is one sentence long. */
  readonly atOnce: boolean;
  /** Called when sentences were made for it. */
  readonly onMade: (sentences: readonly S[]) => void;
}

/** Fetches the piece of sound that holds a sentence, made first if need be. */
export async function fetchSounds<S extends PlayerSentence>(
  source: PlayerSource<S>,
  track: Track<S>,
  { sentence, atOnce, onMade }: Wanted<S>,
): Promise<Sounds> {
  const known = track.sentences;
  const { from, to } = source.segmentOf?.(sentence) ?? {
    from: sentence,
    to: track.segmentEnd(sentence, atOnce && known[sentence]?.times === null),
  };
  if (known.slice(from, to).some(({ times }) => times === null)) onMade(await source.make(from, to));
  return { from, to, address: await source.audioUrl(from, to) };
}
