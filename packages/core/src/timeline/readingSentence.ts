import type { SpeechPlan } from '../plan/speechPlan.ts';
import type { ClipFacts } from './clipFacts.ts';
import { estimatedSamples } from './estimate.ts';
import { toSamples } from './samples.ts';
import { scheduleSentence, type ScheduledSentence, type Laying } from './sentence.ts';
import type { TrackSentence } from './track.ts';

/** A planned sentence of a reading, with the pauses of its profile. */
export interface ReadingSentencePlan {
  /** Number of the sentence in the reading. */
  readonly index: number;
  readonly block: number;
  /** Where it stands in the block's text. */
  readonly start: number;
  readonly end: number;
  readonly words: readonly {
    readonly start: number;
    readonly end: number;
    readonly firstSpoken: number;
    readonly spokenCount: number;
  }[];
  readonly plan: SpeechPlan;
  readonly clipKey: string;
  /** Seconds. */
  readonly pauses: readonly number[];
  readonly pauseAfter: number;
}

/** A sentence of a reading as it is shown and followed; lengths and times in samples. */
export interface ShapedSentence extends TrackSentence {
  readonly index: number;
  readonly block: number;
  readonly start: number;
  readonly end: number;
  readonly words: readonly {
    readonly start: number;
    readonly end: number;
    readonly said: string;
    /** Whether the voice could not say it and spelled it. */
    readonly spelled?: true;
  }[];
}

/** Lays a sentence of a reading out. */
export function scheduledSentence(
  { words, plan, clipKey, pauses, pauseAfter }: ReadingSentencePlan,
  facts: ClipFacts,
  laying: Laying,
): ScheduledSentence {
  return scheduleSentence({ words, breaks: plan.breaks, pauses, pauseAfter }, clipKey, facts, laying);
}

/**
 * What is shown and followed of a sentence: with its times when its clip is made, else with the length it is
 * expected to have.
 */
export function shapedSentence(
  sentence: ReadingSentencePlan,
  facts: ClipFacts | undefined,
  sampleRate: number,
): ShapedSentence {
  const { index, block, start, end, words, plan, pauses, pauseAfter } = sentence;
  const scheduled = facts && scheduledSentence(sentence, facts, { sampleRate, gain: 0 });
  return {
    index,
    block,
    start,
    end,
    words: words.map((word) => ({
      start: word.start,
      end: word.end,
      said: plan.words.slice(word.firstSpoken, word.firstSpoken + word.spokenCount).join(' '),
      ...(isSpelled(word, facts) ? { spelled: true as const } : {}),
    })),
    spokenWords: plan.words.length,
    samples: scheduled?.samples ?? estimatedSamples(plan, pauses),
    pauseAfter: scheduled?.pauseAfter ?? toSamples(pauseAfter, sampleRate),
    times: scheduled ? scheduled.words.map(({ from, to }) => [from, to] as const) : null,
  };
}

function isSpelled(
  { firstSpoken, spokenCount }: ReadingSentencePlan['words'][number],
  facts: ClipFacts | undefined,
): boolean {
  return facts?.spelledWords?.some((nth) => nth >= firstSpoken && nth < firstSpoken + spokenCount) === true;
}
