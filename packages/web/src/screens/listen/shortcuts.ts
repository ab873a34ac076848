import { z } from 'zod';
import { recall, remember } from '../../storage/memory.ts';

/** All that can be done by a key while listening, in the order of the list. */
export const ACTIONS = [
  { id: 'play', does: 'play or pause', key: 'Space' },
  { id: 'sentence-back', does: 'previous sentence', key: 'ArrowLeft' },
  { id: 'sentence-on', does: 'next sentence', key: 'ArrowRight' },
  { id: 'word-back', does: 'previous word', key: 'Shift+ArrowLeft' },
  { id: 'word-on', does: 'next word', key: 'Shift+ArrowRight' },
  { id: 'paragraph-back', does: 'previous paragraph', key: ',' },
  { id: 'paragraph-on', does: 'next paragraph', key: '.' },
  { id: 'section-back', does: 'previous section', key: '<' },
  { id: 'section-on', does: 'next section', key: '>' },
  { id: 'beginning', does: 'to the beginning', key: 'Home' },
  { id: 'repeat', does: 'repeat this sentence', key: 'r' },
  { id: 'loop', does: 'repeat this sentence, or the selection, until stopped', key: 'l' },
  { id: 'gap', does: 'a pause after each sentence, to repeat it', key: 'g' },
  { id: 'hear', does: 'play the selection', key: 'h' },
  { id: 'slower', does: 'slower', key: '-' },
  { id: 'faster', does: 'faster', key: '+' },
  { id: 'word', does: 'about this word', key: 'w' },
  { id: 'follow', does: 'back to where it is read', key: 'v' },
  { id: 'contents', does: 'contents', key: 'c' },
  { id: 'find', does: 'find in the page', key: 'f' },
  { id: 'notes', does: 'notes', key: 'n' },
  { id: 'marks', does: 'marks', key: 'm' },
] as const;

export type ActionId = (typeof ACTIONS)[number]['id'];

/** Which key does what. */
export type Shortcuts = Readonly<Record<ActionId, string>>;

export const USUAL_SHORTCUTS = Object.fromEntries(ACTIONS.map(({ id, key }) => [id, key])) as Shortcuts;

const KEY = 'aurelfield:shortcuts';
const keptSchema = z.record(z.string(), z.string().max(40));
/** Keys that the browser, or moving about the page, needs for itself. */
const NOT_TO_BE_TAKEN = new Set([
  'Tab',
  'Shift+Tab',
  'Escape',
  'Enter',
  'Shift',
  'Control',
  'Alt',
  'Meta',
  'PageUp',
  'PageDown',
  'ArrowUp',
  'ArrowDown',
  'F5',
]);

/** The shortcuts of this teacher in this browser. */
export function recallShortcuts(): Shortcuts {
  const kept = keptSchema.safeParse(recall(KEY)).data ?? {};
  return Object.fromEntries(ACTIONS.map(({ id, key }) => [id, kept[id] ?? key])) as Shortcuts;
}

export function rememberShortcuts(shortcuts: Shortcuts): void {
  remember(KEY, shortcuts);
}

/** The name of a key that was pressed: "Space", "Shift+ArrowLeft", "r". */
export function keyName({ key, shiftKey }: Pick<KeyboardEvent, 'key' | 'shiftKey'>): string {
  if (key === ' ') return shiftKey ? 'Shift+Space' : 'Space';
  // The shift of a sign is in the sign.
  if ([...key].length === 1) return key.toLowerCase();
  return shiftKey ? `Shift+${key}` : key;
}

/** A key in words: "Shift ←". */
export function formatKey(name: string): string {
  return name
    .replace('+', name.length > 1 ? ' ' : '+')
    .replace('ArrowLeft', '←')
    .replace('ArrowRight', '→')
    .replace(/^([a-z])$/u, (letter) => letter.toUpperCase());
}

/** What is wrong with giving a key to an action; nothing where it can be done. */
export function wrongWith(shortcuts: Shortcuts, action: ActionId, key: string): string | undefined {
  if (NOT_TO_BE_TAKEN.has(key)) return `${formatKey(key)} is needed for moving about.`;
  const other = ACTIONS.find(({ id }) => id !== action && shortcuts[id] === key);
  return other && `${formatKey(key)} is “${other.does}”. Change that one first.`;
}

/** The action that a key is for. */
export function actionFor(shortcuts: Shortcuts, key: string): ActionId | undefined {
  return ACTIONS.find(({ id }) => shortcuts[id] === key)?.id;
}
