import { speechAmount } from '../pace/amount.ts';
import type { SpeechPlan } from '../plan/speechPlan.ts';

/**
 * Samples that a sentence without a clip is expected to last: what is shown until it is made.
 * @param pauses seconds of silence inside it.
 */
export function estimatedSamples(plan: SpeechPlan, pauses: readonly number[]): number {
  const amount = speechAmount(plan.words, plan.breaks.length + 1);
  const silence = pauses.reduce((sum, pause) => sum + pause, 0);
  return Math.round(((amount * 60) / Math.max(plan.speed, 1) + silence) * plan.sampleRate);
}
