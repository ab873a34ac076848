import { z } from 'zod';
import { id } from './common.ts';

/** Which records are asked for; all of the school without a pupil or handout. */
export const recordQuerySchema = z.object({
  pupilId: id.optional(),
  handoutId: id.optional(),
});
export type RecordQuery = z.infer<typeof recordQuerySchema>;

/** One pupil's listening to one assignment. */
const assignmentRecordSchema = z.object({
  assignmentId: id,
  pupilId: id,
  pupil: z.string(),
  title: z.string(),
  opened: z.number().int(),
  finished: z.number().int(),
  /** Different sentences that were heard, of so many. */
  heard: z.number().int(),
  sentences: z.number().int(),
  /** Seconds of the reading that were heard, repeats included. */
  seconds: z.number(),
  replays: z.number().int(),
  lastAt: z.iso.datetime(),
});
export type AssignmentRecord = z.infer<typeof assignmentRecordSchema>;

/** A sentence with what happened at it. */
const sentenceRecordSchema = z.object({
  handoutId: id,
  title: z.string(),
  block: z.number().int(),
  start: z.number().int(),
  text: z.string(),
  heard: z.number().int(),
  replays: z.number().int(),
  /** Comments and marks at it. */
  notes: z.number().int(),
});
export type SentenceRecord = z.infer<typeof sentenceRecordSchema>;

/** What was heard in a week that begins on this Monday. */
const weekRecordSchema = z.object({
  monday: z.iso.date(),
  seconds: z.number(),
  /** Mean pace at which readings were opened or set, in words a minute; `null` where nothing was. */
  pace: z.number().nullable(),
});
export type WeekRecord = z.infer<typeof weekRecordSchema>;

export const listeningRecordsSchema = z.object({
  weeks: z.array(weekRecordSchema),
  assignments: z.array(assignmentRecordSchema),
  /** Sentences of current versions, those that were heard again most first. */
  sentences: z.array(sentenceRecordSchema),
});
export type ListeningRecords = z.infer<typeof listeningRecordsSchema>;

/** Whether and how long the school keeps records, and who agreed. */
export const recordSettingsSchema = z.object({
  keeps: z.boolean(),
  days: z
    .number()
    .int()
    .min(1, 'Records are kept for at least a day.')
    .max(3650, 'Records are kept for at most ten years.'),
  pupils: z.array(z.object({ id, name: z.string(), keeps: z.boolean(), events: z.number().int() })),
});
export type RecordSettings = z.infer<typeof recordSettingsSchema>;
export const schoolRecordChangeSchema = recordSettingsSchema.pick({ keeps: true, days: true }).partial();
export const pupilRecordChangeSchema = z.object({ keeps: z.boolean() });

/** What a pupil said or marked at a sentence. */
export const pupilNoteSchema = z.object({
  /** Of the event; unique with the pupil's. */
  id,
  pupilId: id,
  pupil: z.string(),
  handoutId: id,
  title: z.string(),
  kind: z.enum(['comment', 'mark', 'not-understood']),
  text: z.string(),
  /** The sentence that it is about; '' where that is no longer known. */
  sentence: z.string(),
  block: z.number().int().nullable(),
  at: z.iso.datetime(),
  isSeen: z.boolean(),
});
export type PupilNote = z.infer<typeof pupilNoteSchema>;
export const seenNotesSchema = z.object({ notes: z.array(z.object({ id, pupilId: id })).max(1000) });
