import type { Pupil } from '@aurelfield/api';
import { describe, expect, test } from 'vitest';
import { classesOf, firstPupils, pupilsOf } from '../pupils/classes.ts';
import { FIRST_NAMING, outputFor, requestOf, type SetDraft } from './request.ts';

const pupil = (id: string, classes: string[], fileKind = 'mp3') =>
  ({
    id,
    classes,
    profile: { fileKind, fileQuality: { sampleRate: 22_050, bitRate: 64 } },
  }) as unknown as Pupil;
const PUPILS = [pupil('ines', ['Year 8']), pupil('kasia', ['Year 10', 'Reading'], 'epub'), pupil('wren', [])];
const draft: SetDraft = {
  handoutIds: ['bog'],
  pupilIds: ['ines', 'kasia'],
  outputs: {},
  shape: { kind: 'whole' },
  naming: FIRST_NAMING,
  isJoined: false,
  joining: { title: 'All', pause: 2, opening: null, closing: null },
};

describe('whom a set is for', () => {
  test('classes are in order, numbers by their size', () => {
    expect(classesOf(PUPILS)).toEqual(['Reading', 'Year 8', 'Year 10']);
    expect(pupilsOf(PUPILS, 'Year 10')).toEqual(['kasia']);
  });

  test('to begin with it is the pupils of the handouts’ classes', () => {
    expect(firstPupils([{ className: 'Year 8' }, { className: 'Reading' }], PUPILS)).toEqual([
      'ines',
      'kasia',
    ]);
    expect(firstPupils([{ className: '' }], PUPILS)).toEqual([]);
  });
});

describe('the request', () => {
  test('gives each pupil what the profile says, or what was set here', () => {
    expect(outputFor(PUPILS[1] as Pupil, draft).format).toBe('epub');
    const request = requestOf({ ...draft, outputs: { ines: { format: 'wav', quality: { sampleRate: 8000, bitRate: 64 } } } }, PUPILS); // prettier-ignore
    expect(request?.outputs?.ines).toEqual({ format: 'wav', quality: { sampleRate: 8000, bitRate: 64 }, shape: { kind: 'whole' } }); // prettier-ignore
    expect(request?.outputs?.kasia?.format).toBe('epub');
    expect(request?.joining).toBeNull();
  });

  test('a single handout is not joined with anything', () => {
    expect(requestOf({ ...draft, isJoined: true }, PUPILS)?.joining).toBeNull();
    expect(requestOf({ ...draft, isJoined: true, handoutIds: ['a', 'b'] }, PUPILS)?.joining?.title).toBe(
      'All',
    );
  });

  test('there is none while nothing or nobody is chosen, or the chosen are gone', () => {
    expect(requestOf({ ...draft, handoutIds: [] }, PUPILS)).toBeUndefined();
    expect(requestOf({ ...draft, pupilIds: [] }, PUPILS)).toBeUndefined();
    expect(requestOf({ ...draft, pupilIds: ['gone'] }, PUPILS)).toBeUndefined();
  });
});
