import { breathsIn } from '../pace/breaths.ts';
import { breakPause, breathPause, pauseAfter } from '../pace/pauses.ts';
import type { ProfileSettings } from '../pace/profile.ts';
import { speechAmount } from '../pace/amount.ts';
import { speakingSpeed, type HandoutMeasure } from '../pace/speed.ts';
import { breakInGap, sentenceEnd } from '../spoken/breaks.ts';
import { expandSentence, type LabelOf } from '../spoken/expand.ts';
import { DEFAULT_CHOICES, type SpokenChoices } from '../spoken/choices.ts';
import type { ExpandedWord } from '../spoken/types.ts';
import { CELL_SEPARATOR, type Block } from '../text/document.ts';
import { baseLanguage } from '../text/language.ts';
import { sentencesOf, type Range } from '../text/sentences.ts';
import type { PronunciationEntry } from '../pronounce/entry.ts';
import type { Lexicon } from '../pronounce/lexicon.ts';
import type { PlannedBreak, PlannedSounds, SpeechPlan } from './speechPlan.ts';

/** A displayed word of a planned sentence: its place in the block's text and its share of the spoken words. */
export interface PlannedWord extends Range {
  /** Index of its first spoken word in the sentence's plan. */
  readonly firstSpoken: number;
  /** How many spoken words it has; at least one. */
  readonly spokenCount: number;
  readonly rule: string;
}

/** One sentence of a reading, ready to be spoken. */
export interface PlannedSentence extends Range {
  /** Index of the block it stands in. */
  readonly block: number;
  /** Displayed words that are said; spoken words before the first one's are announcements. */
  readonly words: readonly PlannedWord[];
  readonly plan: SpeechPlan;
  /** Seconds of silence after it. */
  readonly pauseAfter: number;
}

/** The voice a plan is made for. */
export interface PlanVoice {
  readonly id: string;
  readonly engineVersion: string;
}

/** The settings that decide how a sentence sounds. */
export interface PlanSettings extends Pick<ProfileSettings, 'pitch' | 'pauses' | 'loudness'> {
  /** Standard words per minute without pauses; `speedForPace` finds it for a handout. */
  readonly speed: number;
  /** Everything is said by default. */
  readonly choices?: SpokenChoices | undefined;
}

/** An entry for one word in one place of a handout. */
export interface PlacedEntry {
  readonly block: number;
  /** Where the word stands in the block's text. */
  readonly start: number;
  readonly entry: PronunciationEntry;
}

export interface PlanOptions {
  /** Index of the block to begin with, for going on after a stop. */
  readonly firstBlock?: number;
  /** Pronunciation entries of the pupil, class, subject and school. */
  readonly lexicon?: Lexicon | undefined;
  /** Entries for single places, which go before them. */
  readonly occurrences?: readonly PlacedEntry[];
  /** Voices for passages in other languages, by their tags. A passage without one is read as the rest is. */
  readonly passageVoices?: Readonly<Record<string, PlanVoice>>;
}

/**
 * Blocks → sentences ready to be spoken, one at a time and in order, so that a long handout need not be planned before its first
 * sentence sounds. Sentences with nothing to say are passed over. Each cell of a table row is a sentence, after its column's head.
 */
export function* planHandout(
  blocks: readonly Block[],
  mainLanguage: string,
  mainVoice: PlanVoice,
  settings: PlanSettings,
  { firstBlock = 0, lexicon: mainLexicon, occurrences = [], passageVoices = {} }: PlanOptions = {},
): Generator<PlannedSentence> {
  const { choices = DEFAULT_CHOICES } = settings;
  const lastSaid = blocks.findLastIndex(({ silent }) => !silent);
  for (let index = firstBlock; index < blocks.length; index++) {
    const block = blocks[index];
    if (block === undefined) return;
    const passageVoice = block.language === undefined ? undefined : passageVoices[block.language];
    const voice = passageVoice ?? mainVoice;
    const language = passageVoice && block.language !== undefined ? block.language : mainLanguage;
    // Entries tell how words of the main language sound.
    const lexicon = passageVoice ? undefined : mainLexicon;
    const here = occurrences.filter((occurrence) => occurrence.block === index);
    const pieces = piecesOf(block, language);
    for (const [nth, { announced, isAlwaysAnnounced, ...range }] of pieces.entries()) {
      const text = block.text.slice(range.start, range.end);
      const expanded = expandSentence(text, language, {
        lexicon,
        label: nth === 0 ? labelOf(block) : undefined,
        choices,
        occurrences: here.map(({ start, entry }) => ({ start: start - range.start, entry })),
      });
      const said = expanded.filter(({ spoken }) => spoken.length > 0);
      if (said.length === 0) continue;
      const isAnnounced = isAlwaysAnnounced || choices.announcements === 'headings';
      const lead =
        isAnnounced && announced ? expandSentence(announced, language).flatMap(({ spoken }) => spoken) : [];
      const lastInBlock = nth === pieces.length - 1;
      const lastInHandout = lastInBlock && index === lastSaid;
      yield {
        block: index,
        start: range.start,
        end: range.end,
        words: placeWords(said, range.start, lead.length),
        plan: {
          voice: voice.id,
          engineVersion: voice.engineVersion,
          language,
          words: [...lead, ...said.flatMap((word) => word.spoken)],
          sounds: soundsOf(said, lead.length),
          breaks: [
            ...(lead.length > 0
              ? [{ after: lead.length - 1, pause: breakPause('colon', settings.pauses) }]
              : []),
            ...breaksOf(text, expanded, said, language, settings, lead.length),
          ],
          end: sentenceEnd(text),
          speed: settings.speed,
          pitch: settings.pitch,
          loudness: settings.loudness,
        },
        pauseAfter: pauseAfter(
          {
            blockType: block.type,
            lastInBlock,
            lastInHandout,
            beforeCell: block.type === 'table-row' && !lastInBlock,
          },
          settings.pauses,
        ),
      };
    }
  }
}

/** What is said in one go: a sentence, or a cell of a table. */
interface Piece extends Range {
  /** What is said before it. */
  readonly announced?: string | undefined;
  /** Whether that is said even to those who want no announcements. */
  readonly isAlwaysAnnounced: boolean;
}

/** What is said before a heading or a picture's description. */
const ANNOUNCED: Readonly<Record<string, Readonly<Partial<Record<Block['type'], string>>>>> = {
  en: { heading: 'heading', picture: 'picture' },
  fr: { heading: 'titre', picture: 'image' },
};

function piecesOf(block: Block, language: string): Piece[] {
  if (block.silent) return [];
  if (block.type === 'table-row') return cellsOf(block);
  const announced = ANNOUNCED[baseLanguage(language)]?.[block.type];
  return sentencesOf(block.text, language).map((range, nth) => ({
    ...range,
    announced: nth === 0 ? announced : undefined,
    // A picture's description is not part of the text around it.
    isAlwaysAnnounced: block.type === 'picture',
  }));
}

function cellsOf({ text, heads = [] }: Block): Piece[] {
  let start = 0;
  return text.split(CELL_SEPARATOR).flatMap((cell, column) => {
    const range = { start, end: start + cell.length };
    start = range.end + CELL_SEPARATOR.length;
    return cell.trim() === '' ? [] : [{ ...range, announced: heads[column], isAlwaysAnnounced: true }];
  });
}

function labelOf(block: Block): LabelOf | undefined {
  if (block.label === undefined) return undefined;
  return block.type === 'question' ? 'question' : 'list-item';
}

/** A longer handout is measured by its beginning, so that its first sentence need not wait. */
const MEASURED_WORDS = 3000;

/** The speed at which these blocks come out at a pace in spoken words per minute, pauses included. */
export function speedForPace(
  blocks: readonly Block[],
  language: string,
  settings: Pick<ProfileSettings, 'pace' | 'pauses'> & Pick<PlanSettings, 'choices'>,
  lexicon?: Lexicon,
): number {
  return speakingSpeed(settings.pace, measureHandout(blocks, language, settings, lexicon));
}

function measureHandout(
  blocks: readonly Block[],
  language: string,
  { pauses, choices }: Pick<PlanSettings, 'pauses' | 'choices'>,
  lexicon?: Lexicon,
): HandoutMeasure {
  let [words, amount, silence] = [0, 0, 0];
  const settings = { speed: 1, pitch: 0, pauses, choices, loudness: 'usual' as const };
  const voice = { id: '', engineVersion: '' };
  for (const { plan, pauseAfter: after } of planHandout(blocks, language, voice, settings, { lexicon })) {
    words += plan.words.length;
    amount += speechAmount(plan.words, plan.breaks.length + 1);
    silence += after + plan.breaks.reduce((sum, { pause }) => sum + pause, 0);
    if (words >= MEASURED_WORDS) break;
  }
  return { words, amount, pauses: silence };
}

function placeWords(words: readonly ExpandedWord[], shift: number, lead: number): PlannedWord[] {
  let firstSpoken = lead;
  return words.map((word) => {
    const placed = {
      start: word.start + shift,
      end: word.end + shift,
      firstSpoken,
      spokenCount: word.spoken.length,
      rule: word.rule,
    };
    firstSpoken += word.spoken.length;
    return placed;
  });
}

function soundsOf(words: readonly ExpandedWord[], lead: number): PlannedSounds[] {
  let spoken = lead;
  return words.flatMap(({ ipa, spoken: said }) => {
    const word = spoken;
    spoken += said.length;
    return ipa === undefined ? [] : [{ word, ipa }];
  });
}

function breaksOf(
  text: string,
  expanded: readonly ExpandedWord[],
  said: readonly ExpandedWord[],
  language: string,
  { pauses }: Pick<ProfileSettings, 'pauses'>,
  lead: number,
): PlannedBreak[] {
  const written = withoutLeftOut(text, expanded);
  const pauseAt = said.map((word, i) => {
    const next = said[i + 1];
    const kind = next && breakInGap(gapOf(written, word, next));
    return kind && breakPause(kind, pauses);
  });
  const breaths = new Set(
    breathsIn(
      said.map((word) => ({ text: word.text.toLowerCase(), spoken: word.spoken.length })),
      (i) => pauseAt[i] !== undefined,
      language,
    ),
  );
  let spoken = lead;
  return said.flatMap((word, i) => {
    spoken += word.spoken.length;
    const pause = pauseAt[i] ?? (breaths.has(i) ? breathPause(pauses) : undefined);
    return pause === undefined || i === said.length - 1 ? [] : [{ after: spoken - 1, pause }];
  });
}

/** The text with blanks for what is left out and for the brackets that are empty then, so that they ask for no pause. */
function withoutLeftOut(text: string, words: readonly ExpandedWord[]): string {
  let left = text;
  for (const { start, end, spoken } of words)
    if (spoken.length === 0) left = left.slice(0, start) + ' '.repeat(end - start) + left.slice(end);
  return left === text ? text : left.replace(/[([][\s,;&.–-]*[)\]]/gu, (empty) => ' '.repeat(empty.length));
}

/** What stands between two words; the stop of a spelled-out abbreviation ("Dr. Ward") is no break. */
function gapOf(text: string, word: ExpandedWord, next: ExpandedWord): string {
  const gap = text.slice(word.end, next.start);
  return word.rule.startsWith('abbreviation') || word.rule.startsWith('saint')
    ? gap.replace(/^\./u, '')
    : gap;
}
