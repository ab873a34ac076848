import type { Checked } from '@aurelfield/api';
import {
  entryIpa,
  ipaToArpabet,
  ipaToEspeak,
  ipaToRespelling,
  PronunciationError,
  type PronunciationEntry,
} from '@aurelfield/core/pronunciation';
import { AppError } from '../appError.ts';

/**
 * What becomes of a pronunciation: its sounds, a respelling, and what the voices say instead of sounds they
 * lack.
 * @throws AppError that tells what is wrong with it.
 */
export function checkSaid(entry: Pick<PronunciationEntry, 'said' | 'kind'>): Checked {
  try {
    const ipa = entryIpa(entry);
    if (ipa === undefined) return { ipa: null, respelling: null, changes: [] };
    const changes = [...ipaToEspeak(ipa).changes, ...ipaToArpabet(ipa).changes];
    const byWanted = new Map(changes.map((change) => [change.wanted, change]));
    return { ipa, respelling: ipaToRespelling(ipa), changes: [...byWanted.values()] };
  } catch (error) {
    if (error instanceof PronunciationError) throw new AppError('pronunciation', error.message);
    throw error;
  }
}
