import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { ProfileSettings } from '../pace/profile.ts';
import type { PronunciationEntry } from '../pronounce/entry.ts';
import type { VoicedPassage, PlacedEntry, PlanVoice } from './planHandout.ts';

/** Raised whenever the rules that turn text into a plan change, so that readings are planned again. */
const RULES_VERSION = 11;

/** All that decides how a reading sounds. */
export interface ReadingIdentity {
  /** Name of the text. */
  readonly text: string;
  readonly voice: PlanVoice;
  readonly sampleRate: number;
  /** Everything of the profile but its voices, of which only those count that are used. */
  readonly settings: Omit<ProfileSettings, 'voices'>;
  readonly lexicon: readonly PronunciationEntry[];
  readonly places: readonly PlacedEntry[];
  readonly passageVoices: Readonly<Record<string, PlanVoice>>;
  /** Passages in voices of their own; nothing where there are none. */
  readonly voicedPassages?: readonly VoicedPassage[] | undefined;
}

/**
 * Names a reading (SHA-256, hexadecimal) by the whole of what decides how it sounds: a setting that is added
 * some day counts without being named here.
 */
export function readingHash(identity: ReadingIdentity): string {
  return bytesToHex(sha256(utf8ToBytes(canonical([RULES_VERSION, identity]))));
}

/** JSON with the fields of every object in the order of the alphabet. */
function canonical(value: unknown): string {
  return JSON.stringify(value, (_key, inner: unknown) =>
    typeof inner === 'object' && inner !== null && !Array.isArray(inner)
      ? Object.fromEntries(Object.entries(inner).sort(([a], [b]) => (a < b ? -1 : a > b ? 1 : 0)))
      : inner,
  );
}
