import { count } from 'drizzle-orm';
import { guessTitle, blocksFromMarkdown } from '@aurelfield/core/text';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { hashPassword } from '../features/accounts/passwords.ts';
import { schools, teachers } from '../db/schema/index.ts';
import { DEFAULT_SCANNING } from '@aurelfield/api';
import { randomUUID } from 'node:crypto';
import type { AppContext } from '../appContext.ts';
import {
  DEMO_BOARD,
  DEMO_HANDOUTS,
  DEMO_PRONUNCIATIONS,
  DEMO_PUPILS,
  DEMO_SCHOOL,
  DEMO_SIGN_IN,
  DEMO_TEACHER,
} from './people.ts';

/**
 * Fills an empty database with the demo school, once.
 * @param folder with the demo's handouts.
 * @returns whether anything was loaded.
 */
export async function loadDemo(
  {
    database: { db },
    maker,
    pupils,
    pronunciations,
    boards,
  }: Pick<AppContext, 'database' | 'maker' | 'pupils' | 'pronunciations' | 'boards'>,
  folder: string,
): Promise<boolean> {
  const [existing] = await db.select({ n: count() }).from(schools);
  if ((existing?.n ?? 0) > 0) return false;
  const texts = await Promise.all(DEMO_HANDOUTS.map(({ file }) => readFile(path.join(folder, file), 'utf8')));
  const [school] = await db.insert(schools).values({ name: DEMO_SCHOOL, isDemo: true }).returning();
  if (!school) throw new Error('The demo school was not stored.');
  const [teacher] = await db
    .insert(teachers)
    .values({
      schoolId: school.id,
      name: DEMO_TEACHER,
      email: DEMO_SIGN_IN.email,
      passwordHash: await hashPassword(DEMO_SIGN_IN.password),
    })
    .returning();
  if (!teacher) throw new Error('The demo teacher was not stored.');
  for (const entry of DEMO_PRONUNCIATIONS) await pronunciations.add(school.id, entry);
  for (const pupil of DEMO_PUPILS) await pupils.add(school.id, pupil);
  await addBoard(school.id, pupils, boards);
  for (const [i, { subject, className }] of DEMO_HANDOUTS.entries()) {
    const text = texts[i] ?? '';
    await maker.add(school.id, teacher.id, {
      title: guessTitle(blocksFromMarkdown(text)),
      language: 'en-GB',
      subject,
      className,
      text,
      format: 'markdown',
    });
  }
  return true;
}

async function addBoard(
  schoolId: string,
  pupils: AppContext['pupils'],
  boards: AppContext['boards'],
): Promise<void> {
  const pupil = (await pupils.list(schoolId)).find(({ name }) => name === DEMO_BOARD.pupil);
  if (!pupil) return;
  const { voices, pace, pitch, loudness } = pupil.profile;
  const voice = { voice: voices.en ?? '', pace, pitch, loudness };
  await boards.add(schoolId, {
    name: DEMO_BOARD.name,
    pupilId: pupil.id,
    columns: 4,
    scanning: DEFAULT_SCANNING,
    phrases: DEMO_BOARD.phrases.map((phrase) => ({
      label: '',
      ...phrase,
      id: randomUUID(),
      picture: null,
      voice,
      variants: [...phrase.variants],
    })),
  });
}
