/** A reading as it is heard, in samples. */
export { toSamples, type SampleRange } from './timeline/samples.ts';
export type { ClipFacts } from './timeline/clipFacts.ts';
export { lengthOf, silence, type Piece } from './timeline/piece.ts';
export { scheduleSentence, type ScheduledSentence } from './timeline/sentence.ts';
export {
  piecesBetween,
  shiftedSentence,
  timelineSpan,
  timelineOf,
  type TimedSentence,
  type Timeline,
} from './timeline/timeline.ts';
export { edited, type Edit } from './timeline/edits.ts';
export { recordedTimeline, spokenTimes, recordedSpanOf } from './timeline/recorded.ts';
export {
  lengthenedPauses,
  pausesLongerThan,
  shortenedPauses,
  trimmedEnds,
  wholeSentence,
} from './timeline/touchUp.ts';
export { Track, type TrackSentence } from './timeline/track.ts';
export { scheduledSentence, shapedSentence, type ReadingSentencePlan } from './timeline/readingSentence.ts';
export { TREATMENT_LIMITS } from './timeline/treatment.ts';
