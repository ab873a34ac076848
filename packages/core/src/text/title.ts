import type { Block } from './document.ts';

const MAX_CHARACTERS = 80;

/**
 * Guesses a handout's title: its first heading, else the file's name made readable, else the beginning of its
 * first sentence.
 */
export function guessTitle(blocks: readonly Block[], fileName?: string): string {
  const heading = blocks.slice(0, 5).find((block) => block.type === 'heading');
  if (heading) return shorten(heading.text);
  const named = fileName === undefined ? '' : readableName(fileName);
  if (named !== '') return shorten(named);
  const opening = blocks[0]?.text.split(/(?<=[.!?])\s/u)[0] ?? '';
  return shorten(opening.replace(/[.:;,]$/u, '')) || 'Untitled handout';
}

function readableName(fileName: string): string {
  return fileName
    .replace(/^.*[\\/]/u, '')
    .replace(/\.[A-Za-z0-9]{1,5}$/u, '')
    .replace(/[_\s]+/gu, ' ')
    .trim();
}

function shorten(text: string): string {
  const clean = text.replace(/\s+/gu, ' ').trim();
  if (clean.length <= MAX_CHARACTERS) return clean;
  const cut = clean.slice(0, MAX_CHARACTERS - 1);
  return `${cut.slice(0, Math.max(cut.lastIndexOf(' '), 40)).trimEnd()}…`;
}
