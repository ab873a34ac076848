import { and, eq, sql, type SQL } from 'drizzle-orm';
import type { Database } from '../../db/database.ts';
import { classes, classMembers, pupils, type subjects } from '../../db/schema/index.ts';

/** Classes or subjects: a name in a school, with an id that stays when the name is changed. */
export type NamedTable = typeof classes | typeof subjects;

/**
 * The id of the class or subject of this name, which is made where there is none; null for no name at all.
 */
export async function idOfName(
  db: Database,
  table: NamedTable,
  schoolId: string,
  name: string,
): Promise<string | null> {
  if (name === '') return null;
  return (await knownId(db, table, schoolId, name)) ?? add(db, table, schoolId, name);
}

/** The id of the class or subject of this name; null where there is none. */
export async function knownId(
  db: Database,
  table: NamedTable,
  schoolId: string,
  name: string,
): Promise<string | null> {
  const [row] = await db
    .select({ id: table.id })
    .from(table)
    .where(and(eq(table.schoolId, schoolId), eq(table.name, name)));
  return row?.id ?? null;
}

async function add(db: Database, table: NamedTable, schoolId: string, name: string): Promise<string> {
  // Two teachers who add a name at the same moment get the same row.
  const [row] = await db
    .insert(table)
    .values({ schoolId, name })
    .onConflictDoUpdate({ target: [table.schoolId, table.name], set: { name } })
    .returning({ id: table.id });
  if (!row) throw new Error('The name was not stored.');
  return row.id;
}

/** Puts a pupil into these classes and takes them out of all others. */
export async function setClasses(
  db: Database,
  schoolId: string,
  pupilId: string,
  names: readonly string[],
): Promise<void> {
  await db.delete(classMembers).where(eq(classMembers.pupilId, pupilId));
  // Two teachers who add the same new classes at once wait for each other in the same order.
  for (const name of [...names].sort()) await addToClass(db, schoolId, pupilId, name);
}

/** Puts a pupil into one more class. */
export async function addToClass(
  db: Database,
  schoolId: string,
  pupilId: string,
  name: string,
): Promise<void> {
  const classId = await idOfName(db, classes, schoolId, name);
  if (classId !== null)
    await db.insert(classMembers).values({ schoolId, classId, pupilId }).onConflictDoNothing();
}

/** A pupil's classes in alphabetical order, as a column of a query on pupils. */
export const classNames: SQL<string[]> = sql<string[]>`coalesce((
  select array_agg(${classes.name} order by ${classes.name}) from ${classMembers}
  join ${classes} on ${classes.id} = ${classMembers.classId}
  where ${classMembers.pupilId} = ${pupils.id}), '{}')`;
