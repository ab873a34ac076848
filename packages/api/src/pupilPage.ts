/**
 * What the pupil's page is given and sends. Built on Zod's small form, since all of this is weighed when a
 * page is opened on a slow line.
 */
import * as z from 'zod/mini';

const count = z.int().check(z.nonnegative());

/** A sentence of a snapshot; short names, since there are many. Samples. */
const snapshotSentenceSchema = z.object({
  /** Number of its block. */
  b: count,
  /** Length without the pause after it. */
  n: count,
  /** The pause after it. */
  p: count,
  /** Beginning and end of each word from the sentence's own first sample on, one after the other. */
  t: z.array(count),
});

/**
 * A segment of sound: its sentences, from the first up to, not including, the last, and the bytes of its
 * files.
 */
const snapshotSegmentSchema = z.object({
  from: count,
  to: count,
  opus: count,
  m4a: count,
});

/**
 * A reading as it was when it was given out: text, reading style, the times of its words, its sound files.
 */
const snapshotSchema = z.object({
  title: z.string(),
  /** BCP 47. */
  language: z.string(),
  direction: z.enum(['ltr', 'rtl']),
  /** Spoken words a minute. */
  pace: z.number(),
  sampleRate: count,
  /**
   * The text as HTML of our own making: words are `<span class="w" id="s3w7">`, pictures lie at `{files}/…`.
   */
  html: z.string(),
  /** The pupil's reading style as rules of a style sheet. */
  css: z.string(),
  sentences: z.array(snapshotSentenceSchema),
  segments: z.array(snapshotSegmentSchema),
  sections: z.array(z.object({ title: z.string(), sentence: count })),
});
export const readingSnapshotSchema = z.pipe(z.transform(withSegments), snapshotSchema);
export type ReadingSnapshot = z.infer<typeof snapshotSchema>;

/** Snapshots made before December 2026 have another name for their segments; links to them still open. */
function withSegments(snapshot: unknown): unknown {
  if (typeof snapshot !== 'object' || snapshot === null || !('stretches' in snapshot)) return snapshot;
  const { stretches: segments, ...others } = snapshot;
  return { ...others, segments };
}

/** What a pupil may do with an assignment. */
export const allowsSchema = z.object({
  /** Ids of formats that may be saved. */
  save: z.array(z.string().check(z.regex(/^[a-z0-9]{1,12}$/u))).check(z.maxLength(12)),
  /** How much slower and faster than the profile's pace; 1 and 1 keep it as it is. */
  slowest: z.number().check(z.minimum(0.5), z.maximum(1)),
  fastest: z.number().check(z.minimum(1), z.maximum(2)),
  /** The strip of sentences: used freely, seen only, or not there. */
  position: z.enum(['free', 'fixed', 'hidden']),
  comment: z.boolean(),
  mark: z.boolean(),
});
export type Allows = z.infer<typeof allowsSchema>;
export const DEFAULT_ALLOWS: Allows = {
  save: [],
  slowest: 0.5,
  fastest: 2,
  position: 'free',
  comment: true,
  mark: true,
};

/** One assignment as its pupil's page lists it. */
const openedItemSchema = z.object({
  id: z.string(),
  /** Names its files; another one after every renewal. */
  package: z.string(),
  title: z.string(),
  version: count,
  seconds: z.number(),
  /** Of all its stretches in each form, and of the one file with all of it. */
  bytes: z.object({ opus: count, m4a: count, mp3: count }),
  madeAt: z.string(),
  allows: allowsSchema,
});
export type OpenedItem = z.infer<typeof openedItemSchema>;

/** What a link, or a code, opens. */
export const openedSchema = z.object({
  /** The secret in its address. */
  key: z.string(),
  /** Whether a PIN is asked for on a new device. */
  hasPin: z.boolean(),
  /** Goes with every further request. */
  accessToken: z.string(),
  school: z.string(),
  /** BCP 47, of the newest; English where there is none. */
  language: z.string(),
  items: z.array(openedItemSchema),
  /** What the teacher sees; nothing where no records are kept. */
  records: z.boolean(),
});
export type Opened = z.infer<typeof openedSchema>;

/** How a page asks to be opened: by the secret of its link, or by the short code. */
export const enterSchema = z.object({
  key: z.string().check(z.minLength(1), z.maxLength(100)),
  pin: z._default(z.string().check(z.maxLength(12)), ''),
});

/** A word's facts on the pupil's page. */
export const pageWordSchema = z.object({
  word: z.string(),
  syllables: z.array(z.string()),
  /** The likeliest; '' where none is known. */
  meaning: z.string(),
});
export type PageWord = z.infer<typeof pageWordSchema>;
/** How a word, or its meaning, is heard. */
export const WORD_WAYS = ['slowly', 'syllables', 'meaning'] as const;
export type WordWay = (typeof WORD_WAYS)[number];

/** Kinds of events of a listening record. */
const EVENT_KINDS = ['opened', 'heard', 'replayed', 'pace', 'finished', 'not-understood', 'comment', 'mark'] as const; // prettier-ignore
export const MOST_EVENTS = 500;

/** What happened on a page; each has an id of its own, so that one that is sent twice counts once. */
export const listeningEventSchema = z.object({
  id: z.uuid(),
  assignment: z.uuid(),
  /** Of the assignment as the page had it: sentences are numbered in it. */
  version: count,
  kind: z.enum(EVENT_KINDS),
  /** ISO moment by the device's clock. */
  at: z.iso.datetime(),
  /** The sentence that it is about. */
  sentence: z.nullable(count),
  /**
   * Seconds of the reading that were heard (`heard`, `replayed`), or the pace as a share of the profile's
   * (`opened`, `pace`); 0 otherwise.
   */
  amount: z.number().check(z.minimum(0), z.maximum(86_400)),
  /** What was typed (`comment`, `mark`). */
  text: z.string().check(z.maxLength(1000)),
});
export type ListeningEvent = z.infer<typeof listeningEventSchema>;
export const listeningEventsSchema = z.object({
  events: z.array(listeningEventSchema).check(z.minLength(1), z.maxLength(MOST_EVENTS)),
});
