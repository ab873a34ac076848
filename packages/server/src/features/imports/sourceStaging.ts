import { randomUUID } from 'node:crypto';
import { z } from 'zod';
import type { ObjectStore } from '../../store/objectStore.ts';
import { readJson, readOr } from './stagedReading.ts';

/** A source as it came, before it belongs to a handout. */
export interface StagedSource {
  readonly kind: 'file' | 'web-page';
  readonly name: string;
  readonly mediaType: string;
  readonly address: string | null;
  readonly content: Uint8Array;
}

const metaSchema = z.object({
  kind: z.enum(['file', 'web-page']),
  name: z.string(),
  mediaType: z.string(),
  address: z.string().nullable(),
});

/** What lies here is swept away after a day. */
export const UPLOADS = 'uploads/';

/** Keeps sources in the store between the moment they are read and the moment a handout is made of them. */
export class SourceStaging {
  readonly #store: ObjectStore;

  constructor(store: ObjectStore) {
    this.#store = store;
  }

  /** Puts a source down; the ticket brings it back, to the same school only. */
  async put(schoolId: string, { content, ...meta }: StagedSource): Promise<string> {
    const uploadId = randomUUID();
    await this.#store.put(`${placeOf(schoolId, uploadId)}/content`, content);
    await this.#store.put(`${placeOf(schoolId, uploadId)}/meta.json`, Buffer.from(JSON.stringify(meta)));
    return uploadId;
  }

  /** The source of a ticket; `undefined` when it is not there any more. */
  async get(schoolId: string, uploadId: string): Promise<StagedSource | undefined> {
    const place = placeOf(schoolId, uploadId);
    const [meta, content] = await Promise.all([
      readJson(this.#store, `${place}/meta.json`, metaSchema),
      readOr(this.#store, `${place}/content`),
    ]);
    return meta && content && { ...meta, content };
  }

  async remove(schoolId: string, uploadId: string): Promise<void> {
    const place = placeOf(schoolId, uploadId);
    await Promise.all(['meta.json', 'content'].map((part) => this.#store.delete(`${place}/${part}`)));
  }
}

function placeOf(schoolId: string, uploadId: string): string {
  return `${UPLOADS}${schoolId}/${z.uuid().parse(uploadId)}`;
}
