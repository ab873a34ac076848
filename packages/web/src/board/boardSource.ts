import { openBoardSchema, type PhraseVoice } from '@aurelfield/api';
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

export function fetchOpenBoard(token: string) {
  return ask(openBoardSchema, `/open-boards/${token}`);
}

/** The board of a secret link. */
export function openBoardSource(token: string): BoardSource {
  const path = `/open-boards/${token}`;
  return {
    phraseSound: async (phraseId, variant, isLoud) => {
      const query = new URLSearchParams({
        ...(variant === undefined ? {} : { variant: String(variant) }),
        ...(isLoud ? { loud: '1' } : {}),
      });
      return (await request(`${path}/sound/${phraseId}?${query.toString()}`)).arrayBuffer();
    },
    say: async (text, voice) =>
      (await request(`${path}/say`, { method: 'POST', json: { text, voice } })).arrayBuffer(),
    pictureUrl: (picture) => `/api${path}/picture/${picture}`,
    spelling: (word) => ask(suggestions, `${path}/spelling?word=${encodeURIComponent(word)}`),
  };
}
