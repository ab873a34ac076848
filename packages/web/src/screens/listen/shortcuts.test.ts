import { describe, expect, test } from 'vitest';
import {
  ACTIONS,
  actionFor,
  keyName,
  recallShortcuts,
  rememberShortcuts,
  formatKey,
  USUAL_SHORTCUTS,
  wrongWith,
} from './shortcuts.ts';

describe('keys', () => {
  test.each([
    [{ key: ' ', shiftKey: false }, 'Space', 'Space'],
    [{ key: 'ArrowLeft', shiftKey: true }, 'Shift+ArrowLeft', 'Shift ←'],
    [{ key: 'R', shiftKey: true }, 'r', 'R'],
    [{ key: '+', shiftKey: true }, '+', '+'],
    [{ key: '>', shiftKey: true }, '>', '>'],
    [{ key: 'Home', shiftKey: false }, 'Home', 'Home'],
  ])('%j is %s, said %s', (event, name, said) => {
    expect(keyName(event)).toBe(name);
    expect(formatKey(name)).toBe(said);
  });

  test('no two actions share a key, and none has one that is needed for moving about', () => {
    expect(new Set(Object.values(USUAL_SHORTCUTS)).size).toBe(ACTIONS.length);
    for (const { id, key } of ACTIONS) expect(wrongWith(USUAL_SHORTCUTS, id, key), id).toBeUndefined();
  });

  test.each([
    ['repeat', 'Tab', 'Tab is needed for moving about.'],
    ['repeat', 'l', 'L is “repeat this sentence, or the selection, until stopped”. Change that one first.'],
    ['repeat', 'x', undefined],
    ['repeat', 'r', undefined],
  ] as const)('%s on %s: %s', (action, key, wrong) => {
    expect(wrongWith(USUAL_SHORTCUTS, action, key)).toBe(wrong);
  });

  test('a changed key is kept, and does what it is for', () => {
    rememberShortcuts({ ...USUAL_SHORTCUTS, repeat: 'x' });
    const kept = recallShortcuts();
    expect(actionFor(kept, 'x')).toBe('repeat');
    expect(actionFor(kept, 'r')).toBeUndefined();
    expect(actionFor(kept, 'Space')).toBe('play');
  });
});
