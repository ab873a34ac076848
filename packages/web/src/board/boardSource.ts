import { openBoardSchema, type OpenBoard, type PhraseVoice } from '@aurelfield/api';
import { z } from 'zod';
import { ask, request } from '../api/client.ts';

/** Where a board gets itself and its sounds. */
export interface BoardSource {
  readonly phraseSound: (
    phraseId: string,
    variant: number | undefined,
    isLoud: boolean,
  ) => Promise<ArrayBuffer>;
  readonly say: (text: string, voice: PhraseVoice) => Promise<ArrayBuffer>;
  readonly pictureUrl: (picture: string) => string;
  readonly spelling: (word: string) => Promise<string[]>;
}

const suggestions = z.array(z.string());

/** Addresses of all that a board fetches, so that the device keeps it before it is asked for. */
export function addressesOf(token: string, { phrases }: OpenBoard): string[] {
  const path = `/api/open-boards/${token}`;
  return [
    path,
    ...phrases.flatMap(({ id, variants, picture }) => [
      `/api${soundPath(token, id)}`,
      ...variants.map((_, nth) => `/api${soundPath(token, id, nth)}`),
      ...(picture === null ? [] : [`${path}/picture/${picture}`]),
    ]),
  ];
}

function soundPath(token: string, phraseId: string, variant?: number, isLoud = false): string {
  const query = new URLSearchParams({
    ...(variant === undefined ? {} : { variant: String(variant) }),
    ...(isLoud ? { loud: '1' } : {}),
  }).toString();
  return `/open-boards/${token}/sound/${phraseId}${query === '' ? '' : `?${query}`}`;
}

export function fetchOpenBoard(token: string) {
  return ask(openBoardSchema, `/open-boards/${token}`);
}

/** The board of a secret link. */
export function openBoardSource(token: string): BoardSource {
  const path = `/open-boards/${token}`;
  return {
    phraseSound: async (phraseId, variant, isLoud) =>
      (await request(soundPath(token, phraseId, variant, isLoud))).arrayBuffer(),
    say: async (text, voice) =>
      (await request(`${path}/say`, { method: 'POST', json: { text, voice } })).arrayBuffer(),
    pictureUrl: (picture) => `/api${path}/picture/${picture}`,
    spelling: (word) => ask(suggestions, `${path}/spelling?word=${encodeURIComponent(word)}`),
  };
}
