/** From written to spoken: choices, pace, and the plan of what a voice says. */
export { DEFAULT_CHOICES, type SpokenChoices } from './spoken/choices.ts';
export { SUBJECTS, guessSubject, subjectNamed, type Subject } from './spoken/subject.ts';
export { leftOutOf, type LeftOut } from './plan/leftOut.ts';
export { expandSentence } from './spoken/expand.ts';
export {
  DEFAULT_PACE,
  LOUDNESS_TARGETS,
  loudnessGain,
  type LoudnessChoice,
  DEFAULT_PAUSES,
  PACE_RANGE,
  PAUSE_RANGE,
  PITCH_RANGE,
  type Pauses,
  type ProfileSettings,
} from './pace/profile.ts';
export { speechAmount } from './pace/amount.ts';
export { planKey, type SpeechPlan } from './plan/speechPlan.ts';
export { readingHash } from './plan/readingHash.ts';
export {
  beginPlan,
  planAtPace,
  planHandout,
  type VoicedPassage,
  type PlannedSentence,
  type PlacedEntry,
  type PlanOptions,
  type PlanVoice,
} from './plan/planHandout.ts';
export { breakPause, pauseAfter, pausesAtPace } from './pace/pauses.ts';
export { otherReadings } from './spoken/otherReadings.ts';
export { ruleVocabulary } from './spoken/vocabulary.ts';
