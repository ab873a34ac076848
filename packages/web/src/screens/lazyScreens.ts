import { lazy, type ComponentType } from 'react';

/** Fetches a screen's script, once; all of them are fetched when the first screen has nothing to do. */
const fetches: (() => Promise<unknown>)[] = [];
function screen<Name extends string>(
  name: Name,
  fetch: () => Promise<Readonly<Record<Name, ComponentType>>>,
) {
  fetches.push(fetch);
  return lazy(async () => ({ default: (await fetch())[name] }));
}

/** Fetches the other screens, so that going to one needs no network any more. */
export function fetchScreens(): void {
  // Safari has no idle callbacks.
  const whenIdle = globalThis.requestIdleCallback ?? ((run: () => void) => setTimeout(run, 1000));
  // What cannot be fetched now is asked for again when somebody goes there.
  whenIdle(() => void Promise.allSettled(fetches.map((fetch) => fetch())));
}

export const AddHandout = screen('AddHandout', () => import('./add/AddHandout.tsx'));
export const Cards = screen('Cards', () => import('./assignments/Cards.tsx'));
export const AssignmentScreen = screen(
  'AssignmentScreen',
  () => import('./assignments/AssignmentScreen.tsx'),
);
export const Listen = screen('Listen', () => import('./listen/Listen.tsx'));
export const MadeSet = screen('MadeSet', () => import('./make/MadeSet.tsx'));
export const Make = screen('Make', () => import('./make/Make.tsx'));
export const EditBoard = screen('EditBoard', () => import('./phrases/EditBoard.tsx'));
export const Phrases = screen('Phrases', () => import('./phrases/Phrases.tsx'));
export const Proof = screen('Proof', () => import('./proof/Proof.tsx'));
export const Pronunciations = screen('Pronunciations', () => import('./pronunciations/Pronunciations.tsx'));
export const EditPupil = screen('EditPupil', () => import('./pupils/EditPupil.tsx'));
export const Pupils = screen('Pupils', () => import('./pupils/Pupils.tsx'));
export const Record = screen('Record', () => import('./record/Record.tsx'));
export const Records = screen('Records', () => import('./records/Records.tsx'));
export const TouchUp = screen('TouchUp', () => import('./touchUp/TouchUp.tsx'));
