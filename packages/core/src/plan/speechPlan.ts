import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import type { SentenceEnd } from '../spoken/breaks.ts';

/** Sounds that an entry gives to a spoken word. */
export interface PlannedSounds {
  /** Index of the spoken word. */
  readonly word: number;
  readonly ipa: string;
}

/**
 * Everything that decides how one sentence is spoken, and nothing else: two sentences with the same plan
 * share one clip. How long its pauses are and how loud it is are no part of it: the timeline
 * lays silence in and sets the gain.
 */
export interface SpeechPlan {
  readonly voice: string;
  readonly engineVersion: string;
  readonly language: string;
  readonly words: readonly string[];
  readonly sounds: readonly PlannedSounds[];
  /** Indices of the spoken words after which the sentence can be separated by a pause, rising. */
  readonly breaks: readonly number[];
  readonly end: SentenceEnd;
  /** Standard words per minute without pauses (see `speechAmount`). */
  readonly speed: number;
  /** Semitones. */
  readonly pitch: number;
  /** Samples per second that its clip has, whatever the voice's own. */
  readonly sampleRate: number;
}

/** Raised when the same plan comes to be cut or stored in another way. */
const KEY_VERSION = 2;

/** The content hash of a plan (SHA-256, hexadecimal): the key of its clip. */
export function planKey(plan: SpeechPlan): string {
  const canonical = JSON.stringify([
    KEY_VERSION,
    plan.voice,
    plan.engineVersion,
    plan.language,
    plan.words,
    plan.sounds.map(({ word, ipa }) => [word, ipa]),
    plan.breaks,
    plan.end,
    plan.speed,
    plan.pitch,
    plan.sampleRate,
  ]);
  return bytesToHex(sha256(utf8ToBytes(canonical)));
}
