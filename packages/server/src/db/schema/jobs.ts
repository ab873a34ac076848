import { sql } from 'drizzle-orm';
import { index, integer, jsonb, pgEnum, pgTable, text, uuid } from 'drizzle-orm/pg-core';
import type { JobPayload, JobResult } from './jobPayloads.ts';
import { now } from './columns.ts';
import { schoolId } from './schools.ts';
import { readings } from './readings.ts';

export const jobState = pgEnum('job_state', ['waiting', 'running', 'done', 'failed', 'cancelled']);

/** Several jobs that are one thing to a teacher. */
export const jobGroups = pgTable('job_groups', {
  id: uuid('id').primaryKey().defaultRandom(),
  schoolId: schoolId(),
  createdAt: now('created_at'),
});

/** Long work as a teacher sees it; the queue that hands it out is pg-boss's. */
export const jobs = pgTable(
  'jobs',
  {
    id: uuid('id').primaryKey().defaultRandom(),
    schoolId: schoolId(),
    groupId: uuid('group_id').references(() => jobGroups.id, { onDelete: 'cascade' }),
    kind: text('kind').$type<JobPayload['kind']>().notNull(),
    payload: jsonb('payload').$type<JobPayload>().notNull(),
    readingId: uuid('reading_id').references(() => readings.id, { onDelete: 'cascade' }),
    /** Its job in the queue; none for jobs that an earlier release left. */
    queueId: uuid('queue_id'),
    state: jobState('state').notNull().default('waiting'),
    /** The worker that carries it out. */
    worker: text('worker'),
    done: integer('done').notNull().default(0),
    total: integer('total').notNull().default(0),
    /** Why it failed: a word for the program, a sentence for people. */
    code: text('error_code'),
    error: text('error'),
    result: jsonb('result').$type<JobResult>(),
    createdAt: now('created_at'),
    updatedAt: now('updated_at'),
  },
  (table) => [
    index('jobs_reading').on(table.readingId, table.kind),
    index('jobs_group').on(table.groupId),
    index('jobs_unfinished')
      .on(table.createdAt)
      .where(sql`${table.state} in ('waiting', 'running')`),
  ],
);
