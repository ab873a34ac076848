import { DOUBTFUL_CONFIDENCE } from '@aurelfield/core/photo';
import type { JobHandler } from '../../jobs/worker.ts';
import { gone } from './photosOf.ts';
import type { PhotoStaging } from './photoStaging.ts';
import type { Readers } from './readers.ts';

/** Carries out jobs that recognise the words of an uploaded photo. */
export function photoJob(staging: PhotoStaging, readers: Readers): JobHandler<'photo'> {
  return async ({ schoolId, payload: { uploadId, choice } }, { signal }) => {
    const facts = await staging.facts(schoolId, uploadId);
    const bytes = await staging.picture(schoolId, uploadId, 'photo');
    if (!facts || !bytes) throw gone();
    const { flat, ...reading } = await readers.read(
      {
        kind: 'photo',
        name: facts.name,
        bytes,
        choice: {
          corners: choice.corners ?? facts.corners ?? undefined,
          outline: facts.outline,
          languages: choice.languages,
        },
      },
      { signal },
    );
    await staging.putReading(schoolId, uploadId, reading, flat);
    const doubtful = reading.words.filter(({ confidence }) => confidence < DOUBTFUL_CONFIDENCE).length;
    return { kind: 'photo', words: reading.words.length, doubtful };
  };
}
