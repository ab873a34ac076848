import type { ReadingStyle, Profile, VoiceInfo } from '@aurelfield/api';
import { FONTS, TINTS } from '@aurelfield/core/readingStyle';
import { languageName } from '../../ui/format.ts';
import { formatVoice } from './voiceQualities.ts';

/** One line in which two profiles differ. */
export interface Difference {
  readonly what: string;
  readonly before: string;
  readonly after: string;
}

type Line = readonly [what: string, value: string];

/** What two profiles have otherwise, line by line, in the order of the screens. */
export function differencesOf(before: Profile, after: Profile, voices: readonly VoiceInfo[]): Difference[] {
  const earlier = new Map(linesOf(before, voices));
  const later = new Map(linesOf(after, voices));
  return [...new Set([...earlier.keys(), ...later.keys()])].flatMap((what) => {
    const [one, other] = [earlier.get(what) ?? '–', later.get(what) ?? '–'];
    return one === other ? [] : [{ what, before: one, after: other }];
  });
}

/**
 * The same in one line, for a name or a note: "pace 120 words a minute, voice …"; "nothing" where they are
 * alike.
 */
export function formatDifferences(differences: readonly Difference[], most = 3): string {
  if (differences.length === 0) return 'nothing changed';
  const shown = differences.slice(0, most).map(({ what, after }) => `${what}: ${after}`);
  const more = differences.length - shown.length;
  return shown.join(' · ') + (more > 0 ? ` · and ${more} more` : '');
}

/** A pitch in words. */
export function formatPitch(value: number): string {
  if (value === 0) return 'normal';
  return `${Math.abs(value)} ${Math.abs(value) === 1 ? 'semitone' : 'semitones'} ${value > 0 ? 'higher' : 'lower'}`;
}

const seconds = (value: number) => `${value.toFixed(2)} s`;
const onOff = (value: boolean) => (value ? 'on' : 'off');

/** Every setting of a profile in words. */
function linesOf(
  { voices: chosen, pace, pitch, loudness, pauses, pausesByPace, choices, readingStyle, fileKind }: Profile,
  voices: readonly VoiceInfo[],
): Line[] {
  return [
    ...Object.entries(chosen).map(([language, id]): Line => {
      const voice = voices.find((one) => one.id === id);
      return [`voice, ${languageName(language)}`, voice ? formatVoice(voice) : id];
    }),
    ['pace', `${pace} words a minute`],
    ['pitch', formatPitch(pitch)],
    ['loudness', loudness === 'louder' ? 'louder' : 'as usual'],
    ['pauses', pausesByPace ? 'with the pace' : 'set one by one'],
    ['pause at a comma', seconds(pauses.comma)],
    ['pause after a sentence', seconds(pauses.sentence)],
    ['pause after a paragraph', seconds(pauses.paragraph)],
    ['pause after a heading', seconds(pauses.heading)],
    ['emoji', choices.emoji === 'named' ? 'by name' : 'left out'],
    ['sources', choices.citations === 'said' ? 'said' : 'left out'],
    ['headings', choices.announcements === 'headings' ? 'announced' : 'said as they stand'],
    [
      'web addresses',
      { said: 'said in full', named: '“link”', 'left-out': 'left out' }[choices.links ?? 'said'],
    ],
    ['round brackets', (choices.asides ?? 'said') === 'said' ? 'said' : 'left out'],
    ['picture descriptions', (choices.pictures ?? 'said') === 'said' ? 'said' : 'left out'],
    ['the figure 0', choices.zero ?? 'zero'],
    ['brackets in sums', (choices.brackets ?? 'said') === 'said' ? 'said' : 'pauses'],
    ['fractions', (choices.fractions ?? 'named') === 'named' ? 'by name' : 'by figures'],
    ...styleLines(readingStyle),
    ['kind of file', fileKind.toUpperCase()],
  ];
}

function styleLines(readingStyle: ReadingStyle): Line[] {
  const mark = ({ shape, ground, ink }: ReadingStyle['word']) =>
    `${shape}, ${ground === 'default' ? 'usual colour' : ground}, letters ${ink}`;
  return [
    ['typeface', FONTS.find(({ id }) => id === readingStyle.font)?.name ?? readingStyle.font],
    ['size of the text', `${readingStyle.textSize} pixels`],
    ['letter spacing', `${readingStyle.letterSpacing} em`],
    ['word spacing', `${readingStyle.wordSpacing} em`],
    ['line spacing', readingStyle.lineSpacing.toFixed(1)],
    ['paragraph spacing', `${readingStyle.paragraphSpacing} em`],
    ['length of a line', `${readingStyle.columnWidth} characters`],
    ['background', TINTS.find(({ id }) => id === readingStyle.ground)?.name ?? readingStyle.ground],
    ['letter colour', readingStyle.ink],
    ['light or dark', readingStyle.scheme === 'device' ? 'as the device' : readingStyle.scheme],
    ['lit', HIGHLIGHT_NAMES[readingStyle.highlight]],
    ['mark of the word', mark(readingStyle.word)],
    ['mark of the sentence', mark(readingStyle.sentence)],
    [
      'reading window',
      readingStyle.window === 0
        ? 'off'
        : `${readingStyle.window} ${readingStyle.window === 1 ? 'line' : 'lines'}`,
    ],
    [
      'syllables',
      { none: 'not marked', dots: 'dots', weight: 'every other one bold' }[readingStyle.syllables],
    ],
    ['word classes', onOff(readingStyle.wordClasses)],
  ];
}

/** What can be lit, in words. */
export const HIGHLIGHT_NAMES: Readonly<Record<ReadingStyle['highlight'], string>> = {
  'word-and-sentence': 'the word, and its sentence',
  word: 'the word alone',
  sentence: 'the sentence',
  line: 'the line',
  nothing: 'nothing',
};
