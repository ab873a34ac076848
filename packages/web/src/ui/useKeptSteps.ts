import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { canonical } from './canonical.ts';
import { forget, recall, remember } from '../storage/memory.ts';

const MOST_STEPS = 200;
/**
 * Changes of the same kind that follow each other this closely are one step: a slider that is dragged, a word
 * that is typed.
 */
const ONE_STEP_MILLISECONDS = 800;

/** Something that is being changed, with steps back and on; kept in this browser until it is stored. */
export interface KeptSteps<T> {
  readonly value: T;
  readonly isChanged: boolean;
  /** Whether it began with changes that were left unsaved here. */
  readonly wasKept: boolean;
  /** The revision that the changes were made on. */
  readonly revision: number | undefined;
  /** @param what names the kind of change, so that quick ones of one kind are one step. */
  readonly set: (next: T, what: string) => void;
  readonly undo: (() => void) | undefined;
  readonly redo: (() => void) | undefined;
  /** Goes back to what is stored, as a step that can be undone. */
  readonly discard: () => void;
  /** Forgets what was kept here: it is stored now. */
  readonly done: () => void;
  /** Changes are made on another revision from now on. */
  readonly setRevision: (revision: number) => void;
}

/**
 * @param key what it is kept under in this browser.
 * @param original as stored.
 */
export function useKeptSteps<S extends z.ZodType>(
  key: string,
  schema: S,
  original: z.output<S>,
  storedRevision: number | undefined,
): KeptSteps<z.output<S>> {
  type T = z.output<S>;
  const [kept] = useState(
    () =>
      z.object({ value: schema, revision: z.number().optional() }).safeParse(recall(key)).data as
        { value: T; revision?: number } | undefined,
  );
  const isKept = kept !== undefined && canonical(kept.value) !== canonical(original);
  const [steps, setSteps] = useState<readonly T[]>(() => [original, ...(isKept ? [kept.value] : [])]);
  const [at, setAt] = useState(steps.length - 1);
  const [revision, setRevision] = useState(isKept ? (kept.revision ?? storedRevision) : storedRevision);
  const [wasKept] = useState(isKept);
  const last = useRef<{ readonly what: string; readonly when: number }>(undefined);
  const value = steps[at] ?? original;
  const isChanged = canonical(value) !== canonical(original);

  useEffect(() => {
    if (isChanged) remember(key, { value, revision });
    else forget(key);
  }, [key, value, revision, isChanged]);

  const set = useCallback(
    (next: T, what: string) => {
      const now = performance.now();
      const joins = last.current?.what === what && now - last.current.when < ONE_STEP_MILLISECONDS && at > 0;
      last.current = { what, when: now };
      const all = [...steps.slice(0, joins ? at : at + 1), next].slice(-MOST_STEPS);
      setSteps(all);
      setAt(all.length - 1);
    },
    [steps, at],
  );
  const move = (to: number) => {
    last.current = undefined;
    setAt(to);
  };
  return {
    value,
    isChanged,
    wasKept,
    revision,
    set,
    undo: at > 0 ? () => move(at - 1) : undefined,
    redo: at < steps.length - 1 ? () => move(at + 1) : undefined,
    discard: () => set(original, 'discard'),
    done: () => forget(key),
    setRevision,
  };
}
