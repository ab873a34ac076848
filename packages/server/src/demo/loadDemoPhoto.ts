import { guessLanguage, guessTitle } from '@aurelfield/core/text';
import { eq } from 'drizzle-orm';
import { readFile } from 'node:fs/promises';
import type { Database } from '../db/database.ts';
import { schools, teachers } from '../db/schema/index.ts';
import type { HandoutMaker } from '../features/handouts/handoutMaker.ts';
import { newPhotoPages } from '../features/handouts/newPhotoPages.ts';
import { documentOf } from '../features/imports/photosOf.ts';
import type { Readers } from '../features/imports/readers.ts';
import type { TextThreads } from '../threads/textThreads.ts';
import { DEMO_PHOTO } from './people.ts';

export interface DemoPhotoDeps {
  readonly db: Database;
  readonly maker: HandoutMaker;
  readonly threads: TextThreads;
  readonly readers: Readers;
}

/**
 * Reads the demo's photographed page as a teacher's photo is read, and puts it on the demo school's shelf.
 * @throws AppError when photos cannot be read on this computer.
 */
export async function loadDemoPhoto(
  { db, maker, threads, readers }: DemoPhotoDeps,
  file: string,
): Promise<void> {
  const [school] = await db.select({ id: schools.id }).from(schools).where(eq(schools.isDemo, true));
  if (!school) return;
  const [teacher] = await db
    .select({ id: teachers.id })
    .from(teachers)
    .where(eq(teachers.schoolId, school.id));
  const { name, subject, className } = DEMO_PHOTO;
  const photo = await readFile(file);
  const { corners, outline, width, height, shown } = await readers.read({
    kind: 'outline',
    name,
    bytes: photo,
  });
  const choice = { corners, outline, languages: ['eng'] };
  const { flat, ...reading } = await readers.read({ kind: 'photo', name, bytes: photo, choice });
  const facts = { name, mediaType: 'image/jpeg', width, height, corners: corners ?? null, outline };
  const pages = [{ facts, reading, photo, shown: Buffer.from(shown), flat: Buffer.from(flat) }];
  const { blocks, cleanUps } = await documentOf(pages, threads);
  await maker.add(
    school.id,
    teacher?.id ?? null,
    {
      title: guessTitle(blocks, name),
      language: guessLanguage(blocks.map(({ text }) => text).join(' ')),
      subject,
      className,
      content: blocks.map(({ offset: _offset, columnHeaders, ...block }) => ({
        ...block,
        ...(columnHeaders ? { columnHeaders: [...columnHeaders] } : {}),
      })),
      cleanUps: [...cleanUps],
    },
    undefined,
    await newPhotoPages(pages, threads),
  );
}
