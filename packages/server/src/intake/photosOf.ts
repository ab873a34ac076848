import type { TextTasks } from '../threads/textTasks.ts';
import { AppError } from '../appError.ts';
import type { TextThreads } from '../threads/textThreads.ts';
import type { PhotoTray, TrayPhoto } from './photoTray.ts';

/** Photos that were read, in order. @throws AppError when one is not there any more. */
export async function photosOf(
  tray: PhotoTray,
  schoolId: string,
  tickets: readonly string[],
): Promise<TrayPhoto[]> {
  return Promise.all(
    tickets.map(async (ticket) => {
      const photo = await tray.get(schoolId, ticket);
      if (!photo) throw gone();
      return photo;
    }),
  );
}

/** Blocks, clean-ups and words in reading order of photos that were read. */
export function documentOf(
  photos: readonly Pick<TrayPhoto, 'reading'>[],
  threads: TextThreads,
): Promise<ReturnType<TextTasks['assemblePhotos']>> {
  return threads.assemblePhotos(photos.map(({ reading }) => reading));
}

export function gone(): AppError {
  return new AppError('gone', 'The photo was taken in too long ago, or not read yet. Choose it again.');
}
