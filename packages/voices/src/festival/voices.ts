import type { Voice } from '../engine.ts';

/** A voice, the Debian package it comes in and what the engine calls it. */
export interface FestivalVoice extends Voice {
  /** The Scheme function that chooses it. */
  readonly choose: string;
  readonly debianPackage: string;
  /** Whether its words are said the British way: other vowels, and no r that no vowel follows. */
  readonly isBritish?: boolean;
  /** A file that is there when the package is. */
  readonly file: string;
}

const AMERICAN = {
  language: 'en-US',
  region: 'North America',
  engine: 'festival',
  timings: 'exact',
  isNatural: true,
} as const;
const VOICE_FOLDER = '/usr/share/festival/voices';

const AMERICAN_VOICES: readonly FestivalVoice[] = [
  {
    ...AMERICAN,
    id: 'festival-en-us-higher',
    label: 'English (North America), natural, higher',
    timbre: 'higher',
    sampleRate: 32_000,
    choose: 'voice_cmu_us_slt_arctic_hts',
    debianPackage: 'festvox-us-slt-hts',
    file: `${VOICE_FOLDER}/us/cmu_us_slt_arctic_hts/hts/cmu_us_slt_arctic_hts.htsvoice`,
  },
  {
    ...AMERICAN,
    id: 'festival-en-us-lower',
    label: 'English (North America), natural, lower',
    timbre: 'lower',
    sampleRate: 16_000,
    choose: 'voice_kal_diphone',
    debianPackage: 'festvox-kallpc16k',
    file: `${VOICE_FOLDER}/english/kal_diphone/group/kallpc16k.group`,
  },
];

/** English voices built from recordings of American speakers, each also with a British sound. */
export const FESTIVAL_VOICES: readonly FestivalVoice[] = [
  ...AMERICAN_VOICES,
  ...AMERICAN_VOICES.map((voice) => ({
    ...voice,
    id: voice.id.replace('en-us', 'en-gb'),
    label: `English (British sound, an American speaker), natural, ${voice.timbre}`,
    language: 'en-GB',
    region: 'British sound, an American speaker',
    isBritish: true,
    isAdapted: true,
  })),
];
