import type { BlockView } from '@aurelfield/api';

/** The states of a text, for going back and forth; framework-free. */
export interface Steps {
  readonly past: readonly string[];
  readonly current: string;
  readonly future: readonly string[];
}

const MOST = 100;

export function beginSteps(blocks: readonly BlockView[]): Steps {
  return { past: [], current: JSON.stringify(blocks), future: [] };
}

/** Notes a new state; the same state again is none. */
export function noted(steps: Steps, blocks: readonly BlockView[]): Steps {
  const next = JSON.stringify(blocks);
  if (next === steps.current) return steps;
  return { past: [...steps.past, steps.current].slice(-MOST), current: next, future: [] };
}

/** One state back; the same where there is none. */
export function undone(steps: Steps): Steps {
  const before = steps.past.at(-1);
  if (before === undefined) return steps;
  return {
    past: steps.past.slice(0, -1),
    current: before,
    future: [steps.current, ...steps.future].slice(0, MOST),
  };
}

/** One state forth again. */
export function redone(steps: Steps): Steps {
  const [next, ...future] = steps.future;
  if (next === undefined) return steps;
  return { past: [...steps.past, steps.current], current: next, future };
}

export function blocksOf(steps: Steps): BlockView[] {
  return JSON.parse(steps.current) as BlockView[];
}
