import { edited, recordedTimeline, type Edit } from '@aurelfield/core/timeline';
import { describe, expect, test } from 'vitest';
import { place, formatEdit } from './formatEdit.ts';
import { backToOriginal, EditedTimelines, NO_STEPS, stepBack, stepOn, withStep } from './steps.ts';

const RATE = 32_000;
const at = (seconds: number) => Math.round(seconds * RATE);
const cut = (from: number, to: number): Edit => ({ kind: 'cut', from: at(from), to: at(to) });

test.each<[Edit, string]>([
  [cut(3, 4.25), '1.25 s cut out at 0:03.0'],
  [{ kind: 'insert-silence', at: at(61), samples: at(0.5) }, '0.50 s of silence put in at 1:01.0'],
  [{ kind: 'mute', from: 0, to: at(0.2) }, '0.20 s silenced at 0:00.0'],
  [{ kind: 'gain', from: 0, to: at(2), decibels: -3 }, '3.0 dB softer from 0:00.0 to 0:02.0'],
  [{ kind: 'fade', from: 0, to: at(2), direction: 'in' }, 'Faded in from 0:00.0 to 0:02.0'],
  [{ kind: 'move', from: at(1), to: at(2), at: at(9) }, '1.00 s moved from 0:01.0 to 0:09.0'],
  [{ kind: 'treat', from: 0, to: at(2), treatment: { kind: 'tempo', factor: 0.85 } }, '15 % slower from 0:00.0 to 0:02.0'],
  [{ kind: 'treat', from: 0, to: at(2), treatment: { kind: 'pitch', semitones: 2 } }, '2 semitones higher from 0:00.0 to 0:02.0'],
  [{ kind: 'treat', from: 0, to: at(2), treatment: { kind: 'clean', lowCut: 80 } }, 'Less rumble from 0:00.0 to 0:02.0'],
  [{ kind: 'together', edits: [cut(8, 9), cut(1, 1.5)] }, '1.50 s cut out in 2 places'],
])('%j is %s', (edit, expected) => expect(formatEdit(edit, RATE)).toBe(expected)); // prettier-ignore

test.each([
  [0, '0:00.0'],
  [59.96, '1:00.0'],
  [754.32, '12:34.3'],
])('%d seconds stand at %s', (seconds, expected) => expect(place(at(seconds), RATE)).toBe(expected));

describe('steps', () => {
  const one = cut(1, 2);
  const two = cut(3, 4);
  const both = withStep(withStep(NO_STEPS, one), two);

  test('go back, on again, and all the way back', () => {
    expect(stepBack(both)).toEqual({ done: [one], undone: [two] });
    expect(stepOn(stepBack(stepBack(both)))).toEqual({ done: [one], undone: [two] });
    expect(backToOriginal(both)).toEqual({ done: [], undone: [one, two] });
    expect(stepOn(stepOn(backToOriginal(both)))).toEqual(both);
    expect([stepBack(NO_STEPS), stepOn(NO_STEPS)]).toEqual([NO_STEPS, NO_STEPS]);
  });

  test('a new one takes the place of those that were taken back', () => {
    expect(withStep(stepBack(both), cut(5, 6))).toEqual({ done: [one, cut(5, 6)], undone: [] });
  });

  test('make the same timeline as all of them at once, in whatever order they are gone through', () => {
    const original = recordedTimeline('r', RATE, at(20), []);
    const timelines = new EditedTimelines(original);
    for (const edits of [[], [one], [one, two], [one], [two, one], [two]])
      expect(timelines.after(edits)).toEqual(edited(original, edits));
  });
});
