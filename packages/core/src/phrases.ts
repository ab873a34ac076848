/** Completing what is typed on a phrase board. */
export { completed, Completion } from './phrases/completion.ts';
