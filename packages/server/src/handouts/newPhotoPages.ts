import { documentOf } from '../intake/photoRoutes.ts';
import type { TrayPhoto } from '../intake/photoTray.ts';
import type { NewPhotoPage } from './handoutStore.ts';

/** What a handout keeps of the photos it was read of: each with its words in reading order. */
export function newPhotoPages(photos: readonly TrayPhoto[]): NewPhotoPage[] {
  const { words } = documentOf(photos);
  return photos.map(({ facts, reading, photo, shown, flat }, page) => ({
    name: facts.name,
    mediaType: facts.mediaType,
    photo,
    shown,
    flat,
    width: reading.width,
    height: reading.height,
    warp: reading.warp,
    bare: reading.bare,
    words: words.filter((word) => word.page === page),
  }));
}
