import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from '../lib/prepare.mjs';

/** The demo's texts, cut after the block in which the thousandth word stands. */
export function thousandWords(): string {
  const blocks = demoTexts().flatMap((text) => text.split(/\n{2,}/u));
  let words = 0;
  const upTo = blocks.findIndex((block) => (words += block.split(/\s+/u).length) >= 1000);
  return blocks.slice(0, upTo + 1).join('\n\n');
}

/** The demo's texts as they are. */
export function demoTexts(): string[] {
  const folder = path.join(ROOT, 'packages/server/demo/handouts');
  return readdirSync(folder)
    .sort()
    .map((file) => readFileSync(path.join(folder, file), 'utf8'));
}

/** A text of about so many words, of the demo's. */
export function wordsOf(count: number): string {
  const source = demoTexts()
    .join('\n\n')
    .split(/\n{2,}/u);
  const blocks: string[] = [];
  let words = 0;
  for (let i = 0; words < count; i++) {
    const block = source[i % source.length] ?? '';
    blocks.push(i < source.length ? block : `${block} Again, for the ${i}th time.`);
    words += block.split(/\s+/u).length;
  }
  return blocks.join('\n\n');
}
