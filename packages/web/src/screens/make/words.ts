import type { ClassSetPlan, SetItem } from '@aurelfield/api';
import { count } from '../../ui/format.ts';

/** "about 3 minutes", "less than a minute", "12 seconds". */
export function formatTime(seconds: number): string {
  if (seconds < 1) return 'at once';
  if (seconds < 50) return count(Math.ceil(seconds), 'second');
  const minutes = Math.round(seconds / 60);
  if (minutes < 90) return `about ${count(Math.max(1, minutes), 'minute')}`;
  return `about ${count(Math.round(minutes / 60), 'hour')}`;
}

/** "3.2 MB", "640 kB". */
export function formatSize(bytes: number): string {
  if (bytes >= 1e9) return `${(bytes / 1e9).toFixed(1)} GB`;
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} kB`;
}

/** "12 sentences to prepare, 75 ready". */
export function formatShare({
  sentences,
  ready,
  missing,
}: Pick<ClassSetPlan['total'], 'sentences' | 'ready' | 'missing'>): string {
  if (missing === 0) return sentences === 0 ? 'nothing is heard' : 'everything is ready';
  return ready === 0
    ? `${count(missing, 'sentence')} to prepare`
    : `${count(missing, 'sentence')} to prepare, ${ready.toLocaleString('en-GB')} ready`;
}

const REASONS: Readonly<Record<string, string>> = {
  text: 'the text was changed',
  profile: 'the pupil’s profile was changed',
  voice: 'the pupil has another voice',
  'voice version': 'the voice has a new version',
  pronunciations: 'pronunciations were changed',
  'voices of passages': 'voices of other languages were changed',
  'who speaks': 'who speaks was changed',
};

/** "the text was changed and pronunciations were changed". */
export function formatReasons(reasons: readonly string[]): string {
  return reasons.map((reason) => REASONS[reason] ?? reason).join(' and ');
}

const STATES: Readonly<Record<SetItem['state'], string>> = {
  waiting: 'waiting',
  running: 'preparing',
  done: 'ready',
  failed: 'failed',
  cancelled: 'stopped',
};

export function formatState({ state, done, total }: SetItem): string {
  return state === 'running' && total > 1 ? `${Math.round((100 * done) / total)} % made` : STATES[state];
}
