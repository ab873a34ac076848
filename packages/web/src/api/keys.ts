/** What the screens know of the server, each with its key. */
export const KEYS = {
  session: ['session'],
  handouts: ['handouts'],
  pupils: ['pupils'],
  voices: ['voices'],
  missingVoices: ['voices', 'missing'],
  pronunciations: ['pronunciations'],
} as const;
