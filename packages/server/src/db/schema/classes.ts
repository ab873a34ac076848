import { index, pgTable, primaryKey, text, unique, uuid } from 'drizzle-orm/pg-core';
import { now } from './columns.ts';
import { pupils } from './people.ts';
import { schoolId } from './schools.ts';

/** A school's classes and groups. */
export const classes = pgTable(
  'classes',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    name: text('name').notNull(),
    createdAt: now('created_at'),
  },
  (table) => [unique('classes_one_name').on(table.schoolId, table.name)],
);

/** A school's subjects. */
export const subjects = pgTable(
  'subjects',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    name: text('name').notNull(),
    createdAt: now('created_at'),
  },
  (table) => [unique('subjects_one_name').on(table.schoolId, table.name)],
);

/** Which pupils are in which classes. */
export const classMembers = pgTable(
  'class_members',
  {
    schoolId: schoolId(),
    classId: uuid('class_id')
      .notNull()
      .references(() => classes.id, { onDelete: 'cascade' }),
    pupilId: uuid('pupil_id')
      .notNull()
      .references(() => pupils.id, { onDelete: 'cascade' }),
  },
  (table) => [
    primaryKey({ columns: [table.classId, table.pupilId] }),
    index('class_members_pupil').on(table.pupilId),
  ],
);
