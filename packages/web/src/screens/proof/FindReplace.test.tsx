import type { BlockView } from '@aurelfield/api';
import { fireEvent, screen } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { button, press } from '../../testing/controls.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import type { Match } from '../../proof/search.ts';
import { FindReplace } from './FindReplace.tsx';

afterEach(clearScreen);

const BLOCKS: readonly BlockView[] = [
  { id: 'a', type: 'heading', level: 1, text: 'The bore' },
  { id: 'b', type: 'paragraph', text: 'A bore is a wave. The BORE runs upstream.' },
];

/** Shows the bar over the two blocks. @returns what it did, in words */
function open() {
  const done: string[] = [];
  const placeOf = ({ block, start, end }: Match) => `${block}:${start}-${end}`;
  renderScreen(
    <FindReplace
      blocks={BLOCKS}
      onShow={(match) => done.push(`show ${placeOf(match)}`)}
      onReplace={(match, text) => done.push(`replace ${placeOf(match)} by ${text}`)}
      onReplaceAll={(blocks) => done.push(blocks.map(({ text }) => text).join(' / '))}
      onClose={() => done.push('close')}
    />,
  );
  return done;
}
const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const key = (name: string, shiftKey = false) =>
  fireEvent.keyDown(screen.getByLabelText('Find'), { key: name, shiftKey });
const status = () => screen.getAllByRole('status').find(({ textContent }) => textContent !== '')?.textContent;

describe('find and replace', () => {
  test('says how to begin, and how often it was found', () => {
    open();
    expect(status()).toBe('Ignores capitals. Enter: next.');
    expect(button('Replace all').disabled).toBe(true);
    type('Find', 'bore');
    expect(status()).toBe('Found 3 times.');
    type('Find', 'BORE');
    expect(status()).toBe('Found 1 time.');
    type('Find', 'heron');
    expect(status()).toBe('Found 0 times.');
  });

  test('goes through the places by Enter, and round', () => {
    const done = open();
    type('Find', 'bore');
    for (let i = 0; i < 4; i++) key('Enter');
    key('Enter', true);
    expect(done).toEqual(['show 0:4-8', 'show 1:2-6', 'show 1:22-26', 'show 0:4-8', 'show 1:22-26']);
    expect(status()).toBe('3 of 3');
  });

  test('replaces one place and goes to the next', () => {
    const done = open();
    type('Find', 'bore');
    expect(button('Replace this one').disabled).toBe(true);
    press('Found next');
    type('Replace with', 'wave');
    press('Replace this one');
    expect(done).toEqual(['show 0:4-8', 'replace 0:4-8 by wave', 'show 1:2-6']);
  });

  test('replaces all as one step', () => {
    const done = open();
    type('Find', 'bore');
    type('Replace with', 'wave');
    press('Replace all');
    expect(done).toEqual(['The wave / A wave is a wave. The wave runs upstream.']);
  });

  test('closes by Escape and by its button', () => {
    const done = open();
    key('Escape');
    press('Close find and replace');
    expect(done).toEqual(['close', 'close']);
  });
});
