import { documentOf } from '../imports/photosOf.ts';
import type { StagedPhoto } from '../imports/photoStaging.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { NewPhotoPage } from './handoutMaker.ts';

/** What a handout keeps of the photos it was read of: each with its words in reading order. */
export async function newPhotoPages(
  photos: readonly StagedPhoto[],
  threads: TextThreads,
): Promise<NewPhotoPage[]> {
  if (photos.length === 0) return [];
  const { words } = await documentOf(photos, threads);
  return photos.map(({ facts, reading, photo, shown, flat }, page) => ({
    name: facts.name,
    mediaType: facts.mediaType,
    photo,
    shown,
    flat,
    width: reading.width,
    height: reading.height,
    warp: reading.warp,
    unreadRegions: reading.unreadRegions,
    words: words.filter((word) => word.page === page),
  }));
}
