import type { Cost } from '@aurelfield/api';
import { costOf, type VoiceRegistry } from '@aurelfield/voices';
import { AppError } from '../../appError.ts';
import type { ClaimRepository } from './claimRepository.ts';
import type { ReadingRow, ReadingRepository } from './readingRepository.ts';

/** @throws AppError when something would be sent to a priced service that nobody has agreed to. */
export function checkAgreed(reading: ReadingRow, voices: VoiceRegistry): void {
  if (reading.costAgreed || !voices.find(reading.voice)?.price) return;
  throw new AppError(
    'not-agreed',
    'This voice costs money. Agree to the price above first, or choose another voice for the pupil.',
  );
}

/** What making the rest of a reading costs; null where its voice costs nothing. */
export async function costOfRest(
  row: ReadingRow,
  {
    voices,
    readings,
    claims,
  }: { voices: VoiceRegistry; readings: ReadingRepository; claims: ClaimRepository },
): Promise<Cost | null> {
  const voice = voices.find(row.voice);
  if (!voice?.price) return null;
  const { price } = voice;
  const characters = await readings.missingCharacters(row.id);
  const used = await claims.used(row.schoolId, voice.engine);
  return {
    agreed: row.costAgreed,
    characters,
    price: costOf(characters, used, price),
    currency: price.currency,
    used,
    usedPrice: costOf(used, 0, price),
    freePerMonth: price.freePerMonth,
    service: price.service,
    simulated: price.simulated,
  };
}
