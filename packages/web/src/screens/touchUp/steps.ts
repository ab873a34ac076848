import { edited, type Edit, type Timeline } from '@aurelfield/core/timeline';

/** Steps of editing: those done, and those taken back that can be done again. */
export interface Steps {
  readonly done: readonly Edit[];
  readonly undone: readonly Edit[];
}

export const NO_STEPS: Steps = { done: [], undone: [] };

export function withStep({ done }: Steps, edit: Edit): Steps {
  return { done: [...done, edit], undone: [] };
}

export function stepBack({ done, undone }: Steps): Steps {
  const last = done.at(-1);
  return last ? { done: done.slice(0, -1), undone: [last, ...undone] } : { done, undone };
}

export function stepOn({ done, undone }: Steps): Steps {
  const [next, ...rest] = undone;
  return next ? { done: [...done, next], undone: rest } : { done, undone };
}

/** All the way back, each of the steps to be done again. */
export function backToOriginal({ done, undone }: Steps): Steps {
  return { done: [], undone: [...done, ...undone] };
}

/**
 * Timelines after some steps, each made out of the one before it: a step costs the same however many there
 * are.
 */
export class EditedTimelines {
  readonly #original: Timeline;
  #known: { readonly edit: Edit; readonly timeline: Timeline }[] = [];

  constructor(original: Timeline) {
    this.#original = original;
  }

  /** The timeline after these edits. */
  after(edits: readonly Edit[]): Timeline {
    let same = 0;
    while (same < edits.length && this.#known[same]?.edit === edits[same]) same += 1;
    this.#known = this.#known.slice(0, same);
    for (const edit of edits.slice(same))
      this.#known.push({ edit, timeline: edited(this.#known.at(-1)?.timeline ?? this.#original, [edit]) });
    return this.#known.at(-1)?.timeline ?? this.#original;
  }
}
