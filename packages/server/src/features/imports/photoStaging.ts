import type { Box, PageWarp, Point, Quad, RecognisedPage } from '@aurelfield/core/photo';
import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { ObjectStore } from '../../store/objectStore.ts';
import { UPLOADS } from './sourceStaging.ts';
import { readOr } from './stagedReading.ts';

/** What was found when a photo was looked at. Places are shares of its width and height. */
export interface PhotoFacts {
  readonly name: string;
  readonly mediaType: string;
  readonly width: number;
  readonly height: number;
  readonly corners: Quad | null;
  readonly outline: readonly Point[];
}

/** What was read of it. */
export interface PhotoReading extends RecognisedPage {
  readonly warp: PageWarp;
  readonly unreadRegions: readonly Box[];
}

/** A photo that was read, with all that a handout keeps of it. */
export interface StagedPhoto {
  readonly facts: PhotoFacts;
  readonly reading: PhotoReading;
  readonly photo: Buffer;
  /** For screens. */
  readonly shown: Buffer;
  readonly flat: Buffer;
}

/**
 * Keeps photos in the store between the moment they are looked at and the moment a handout is made of them.
 */
export class PhotoStaging {
  readonly #store: ObjectStore;

  constructor(store: ObjectStore) {
    this.#store = store;
  }

  /** Puts a photo down with its copy for screens; the ticket brings it back, to the same school only. */
  async put(schoolId: string, facts: PhotoFacts, photo: Uint8Array, shown: Uint8Array): Promise<string> {
    const uploadId = randomUUID();
    await this.#put(schoolId, uploadId, 'photo', photo);
    await this.#put(schoolId, uploadId, 'shown.jpg', shown);
    await this.#put(schoolId, uploadId, 'facts.json', Buffer.from(JSON.stringify(facts)));
    return uploadId;
  }

  /** The facts of a photo; `undefined` when it is not there any more. */
  facts(schoolId: string, uploadId: string): Promise<PhotoFacts | undefined> {
    return this.#json<PhotoFacts>(schoolId, uploadId, 'facts.json');
  }

  /** The photo itself, or its copy for screens; `undefined` when it is not there any more. */
  picture(
    schoolId: string,
    uploadId: string,
    which: 'photo' | 'shown.jpg' | 'flat.jpg',
  ): Promise<Buffer | undefined> {
    return readOr(this.#store, nameOf(schoolId, uploadId, which));
  }

  /** Keeps what was read of a photo, in the place of what was read before. */
  async putReading(
    schoolId: string,
    uploadId: string,
    reading: PhotoReading,
    flat: Uint8Array,
  ): Promise<void> {
    await this.#put(schoolId, uploadId, 'flat.jpg', flat);
    await this.#put(schoolId, uploadId, 'reading.json', Buffer.from(JSON.stringify(reading)));
  }

  /** A photo with what was read of it; `undefined` when it was not read or is not there any more. */
  async get(schoolId: string, uploadId: string): Promise<StagedPhoto | undefined> {
    const [facts, reading, photo, shown, flat] = await Promise.all([
      this.facts(schoolId, uploadId),
      this.#json<PhotoReading>(schoolId, uploadId, 'reading.json'),
      this.picture(schoolId, uploadId, 'photo'),
      this.picture(schoolId, uploadId, 'shown.jpg'),
      this.picture(schoolId, uploadId, 'flat.jpg'),
    ]);
    return facts && reading && photo && shown && flat && { facts, reading, photo, shown, flat };
  }

  async remove(schoolId: string, uploadId: string): Promise<void> {
    await Promise.all(PARTS.map((part) => this.#store.delete(nameOf(schoolId, uploadId, part))));
  }

  #put(schoolId: string, uploadId: string, part: Part, content: Uint8Array): Promise<void> {
    return this.#store.put(nameOf(schoolId, uploadId, part), content);
  }

  /** What this class wrote itself is not checked again. */
  async #json<T>(schoolId: string, uploadId: string, part: Part): Promise<T | undefined> {
    const bytes = await readOr(this.#store, nameOf(schoolId, uploadId, part));
    return bytes && (JSON.parse(bytes.toString('utf8')) as T);
  }
}

const PARTS = ['photo', 'shown.jpg', 'flat.jpg', 'facts.json', 'reading.json'] as const;
type Part = (typeof PARTS)[number];

function nameOf(schoolId: string, uploadId: string, part: Part): string {
  return `${UPLOADS}${schoolId}/photos/${z.uuid().parse(uploadId)}/${part}`;
}
