import type { Box, PageWarp, Point, Quad, RecognisedPage } from '@aurelfield/core';
import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { z } from 'zod';

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
  readonly bare: readonly Box[];
}

/** A photo that was read, with all that a handout keeps of it. */
export interface TrayPhoto {
  readonly facts: PhotoFacts;
  readonly reading: PhotoReading;
  readonly photo: Buffer;
  /** For screens. */
  readonly shown: Buffer;
  readonly flat: Buffer;
}

/** Keeps photos on disk between the moment they are looked at and the moment a handout is made of them; a folder for each. The source tray's sweep empties it too. */
export class PhotoTray {
  readonly #folder: string;

  constructor(folder: string) {
    this.#folder = folder;
  }

  /** Puts a photo down with its copy for screens; the ticket brings it back, to the same school only. */
  async put(schoolId: string, facts: PhotoFacts, photo: Uint8Array, shown: Uint8Array): Promise<string> {
    const ticket = randomUUID();
    const folder = this.#place(schoolId, ticket);
    await mkdir(folder, { recursive: true });
    await writeFile(path.join(folder, 'photo'), photo);
    await writeFile(path.join(folder, 'shown.jpg'), shown);
    await writeFile(path.join(folder, 'facts.json'), JSON.stringify(facts));
    return ticket;
  }

  /** The facts of a photo; `undefined` when it is not there any more. */
  facts(schoolId: string, ticket: string): Promise<PhotoFacts | undefined> {
    return this.#json<PhotoFacts>(schoolId, ticket, 'facts.json');
  }

  /** The photo itself, or its copy for screens; `undefined` when it is not there any more. */
  picture(
    schoolId: string,
    ticket: string,
    which: 'photo' | 'shown.jpg' | 'flat.jpg',
  ): Promise<Buffer | undefined> {
    return readFile(path.join(this.#place(schoolId, ticket), which)).catch(() => undefined);
  }

  /** Keeps what was read of a photo, in the place of what was read before. */
  async putReading(schoolId: string, ticket: string, reading: PhotoReading, flat: Uint8Array): Promise<void> {
    const folder = this.#place(schoolId, ticket);
    await writeFile(path.join(folder, 'flat.jpg'), flat);
    await writeFile(path.join(folder, 'reading.json'), JSON.stringify(reading));
  }

  /** A photo with what was read of it; `undefined` when it was not read or is not there any more. */
  async get(schoolId: string, ticket: string): Promise<TrayPhoto | undefined> {
    const [facts, reading, photo, shown, flat] = await Promise.all([
      this.facts(schoolId, ticket),
      this.#json<PhotoReading>(schoolId, ticket, 'reading.json'),
      this.picture(schoolId, ticket, 'photo'),
      this.picture(schoolId, ticket, 'shown.jpg'),
      this.picture(schoolId, ticket, 'flat.jpg'),
    ]);
    return facts && reading && photo && shown && flat && { facts, reading, photo, shown, flat };
  }

  async remove(schoolId: string, ticket: string): Promise<void> {
    await rm(this.#place(schoolId, ticket), { recursive: true, force: true });
  }

  #place(schoolId: string, ticket: string): string {
    return path.join(this.#folder, schoolId, 'photos', z.uuid().parse(ticket));
  }

  /** What this class wrote itself is not checked again. */
  async #json<T>(schoolId: string, ticket: string, name: string): Promise<T | undefined> {
    try {
      return JSON.parse(await readFile(path.join(this.#place(schoolId, ticket), name), 'utf8')) as T;
    } catch {
      return undefined;
    }
  }
}
