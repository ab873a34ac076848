import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { LoudnessChoice } from '../pace/profile.ts';
import type { SentenceEnd } from '../spoken/breaks.ts';

/** A silence of ours inside a sentence. */
export interface PlannedBreak {
  /** Index of the spoken word it follows. */
  readonly after: number;
  /** Seconds. */
  readonly pause: number;
}

/** Sounds that an entry gives to a spoken word. */
export interface PlannedSounds {
  /** Index of the spoken word. */
  readonly word: number;
  readonly ipa: string;
}

/**
 * Everything that decides how one sentence sounds, and nothing else: two sentences with the same plan share one clip.
 */
export interface SpeechPlan {
  readonly voice: string;
  readonly engineVersion: string;
  readonly language: string;
  readonly words: readonly string[];
  readonly sounds: readonly PlannedSounds[];
  readonly breaks: readonly PlannedBreak[];
  readonly end: SentenceEnd;
  /** Standard words per minute without pauses (see `speechAmount`). */
  readonly speed: number;
  /** Semitones. */
  readonly pitch: number;
  readonly loudness: LoudnessChoice;
}

/** The content hash of a plan (SHA-256, hexadecimal): the key of its clip. */
export function planKey(plan: SpeechPlan): string {
  const canonical = JSON.stringify([
    plan.voice,
    plan.engineVersion,
    plan.language,
    plan.words,
    plan.sounds.map(({ word, ipa }) => [word, ipa]),
    plan.breaks.map(({ after, pause }) => [after, pause]),
    plan.end,
    plan.speed,
    plan.pitch,
    plan.loudness,
  ]);
  return bytesToHex(sha256(utf8ToBytes(canonical)));
}
