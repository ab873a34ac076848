import { hashPassword } from '../features/accounts/passwords.ts';
import { openDatabase } from '../db/database.ts';
import { schools, teachers } from '../db/schema/index.ts';

/** A second teacher of the demo school, who signs in as any other does. */
export const SECOND_TEACHER = { email: 'osk@wrenmoor.example', password: 'heather-and-reed' } as const;

/** Adds the second teacher to the demo school of a database. */
export async function addSecondTeacher(databaseUrl: string): Promise<void> {
  const { db, close } = openDatabase(databaseUrl, 1);
  try {
    const [school] = await db.select().from(schools);
    if (!school) throw new Error('The database has no school.');
    await db.insert(teachers).values({
      schoolId: school.id,
      name: 'Osk Lindmoor',
      email: SECOND_TEACHER.email,
      passwordHash: await hashPassword(SECOND_TEACHER.password),
    });
  } finally {
    await close();
  }
}
