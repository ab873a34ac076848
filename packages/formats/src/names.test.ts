import { describe, expect, test } from 'vitest';
import { FileNames, nameOf, namePattern, type NameFacts } from './names.ts';

const facts: NameFacts = {
  title: 'How a peat bog keeps time',
  pupil: 'Ines',
  class: 'Year 8',
  subject: 'Science',
  voice: 'Scotland, lower',
  date: '2026-11-27',
  school: 'Wrenmoor School',
  section: '2 Layers',
};

describe('names of files', () => {
  test.each([
    ['{title} – {pupil}', {}, 'How a peat bog keeps time – Ines'],
    ['{class}/{pupil}: {title}', {}, 'Year 8 Ines How a peat bog keeps time'],
    ['{title} – {pupil}', { pupil: '' }, 'How a peat bog keeps time'],
    ['{title}', { title: 'What/why: "tides"? <a>|*\\' }, 'What why tides a'],
    ['{title}', { title: 'CON' }, 'CON_'],
    ['{title}', { title: 'lpt1.txt' }, 'lpt1.txt_'],
    ['{title}', { title: '...' }, 'Handout'],
    ['{title}', { title: 'evil\u202etxt.exe\u0000' }, 'evil txt.exe'],
    ['{title}', { title: 'Žába 😀' }, 'Žába 😀'],
    ['{title}', { title: 'ends with a dot. ' }, 'ends with a dot'],
    ['{title}', { title: '../../etc/passwd' }, 'etc passwd'],
  ])('%s %j → %s', (pattern, change, name) => {
    expect(nameOf(pattern, { ...facts, ...change })).toBe(name);
  });

  test('long ones are cut between characters as people see them', () => {
    const family = '👨‍👩‍👧';
    const name = nameOf('{title}', { ...facts, title: family.repeat(40) });
    expect(Buffer.byteLength(name)).toBeLessThanOrEqual(180);
    expect(name.length % family.length).toBe(0);
    expect(nameOf('{title}', { ...facts, title: 'x'.repeat(300) })).toHaveLength(180);
  });

  test('no two in one folder are alike, whatever their case and however their accents are written', () => {
    const names = new FileNames();
    expect(names.unique('Tides', 'mp3')).toBe('Tides.mp3');
    expect(names.unique('tides', 'mp3')).toBe('tides (2).mp3');
    expect(names.unique('Tides', 'vtt')).toBe('Tides.vtt');
    expect(names.unique('Żaba', 'mp3')).toBe('Żaba.mp3');
    expect(names.unique('Z\u0307aba', 'mp3')).toBe('Z\u0307aba (2).mp3');
  });

  test('a pattern with a part that there is not is refused in words', () => {
    expect(namePattern('{class} {title}')).toBe('{class} {title}');
    expect(() => namePattern('{name}')).toThrow(/\{name\} is none of the parts/u);
    expect(() => namePattern('  ')).toThrow(/empty/u);
  });
});
