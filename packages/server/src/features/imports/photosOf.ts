import type { TextTasks } from '../../threads/textTasks.ts';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { PhotoStaging, StagedPhoto } from './photoStaging.ts';

/** Photos that were read, in order. @throws AppError when one is not there any more. */
export async function photosOf(
  staging: PhotoStaging,
  schoolId: string,
  uploadIds: readonly string[],
): Promise<StagedPhoto[]> {
  return Promise.all(
    uploadIds.map(async (uploadId) => {
      const photo = await staging.get(schoolId, uploadId);
      if (!photo) throw gone();
      return photo;
    }),
  );
}

/** Blocks, clean-ups and words in reading order of photos that were read. */
export function documentOf(
  photos: readonly Pick<StagedPhoto, 'reading'>[],
  threads: TextThreads,
): Promise<ReturnType<TextTasks['assemblePhotos']>> {
  return threads.assemblePhotos(photos.map(({ reading }) => reading));
}

export function gone(): AppError {
  return new AppError('gone', 'The photo was taken in too long ago, or not read yet. Choose it again.');
}
