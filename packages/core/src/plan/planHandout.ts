import { breathsIn } from '../pace/breaths.ts';
import { breakPause, pauseAfter, type SentencePlace } from '../pace/pauses.ts';
import { DEFAULT_PAUSES, type ProfileSettings } from '../pace/profile.ts';
import { speechAmount } from '../pace/amount.ts';
import { speakingSpeed } from '../pace/speed.ts';
import { breakInGap, sentenceEnd, type BreakKind } from '../spoken/breaks.ts';
import { expandSentence, type LabelOf } from '../spoken/expand.ts';
import { DEFAULT_CHOICES, type SpokenChoices } from '../spoken/choices.ts';
import type { ExpandedWord } from '../spoken/types.ts';
import { CELL_SEPARATOR, type Block } from '../text/document.ts';
import { languageOf } from '../languages/languages.ts';
import { sentencesOf, type Range } from '../text/sentences.ts';
import type { PronunciationEntry } from '../pronounce/entry.ts';
import type { Lexicon } from '../pronounce/lexicon.ts';
import type { PlannedSounds, SpeechPlan } from './speechPlan.ts';

/**
 * A displayed word of a planned sentence: its place in the block's text and its share of the spoken words.
 */
interface PlannedWord extends Range {
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
  /** What stands at each break of the plan, which decides how long its pause is. */
  readonly breaks: readonly BreakKind[];
  /** What follows it, which decides how long the pause after it is. */
  readonly place: SentencePlace;
}

/** The voice a plan is made for. */
export interface PlanVoice {
  readonly id: string;
  readonly engineVersion: string;
}

/** The settings that decide how a sentence is spoken. */
export interface PlanSettings extends Pick<ProfileSettings, 'pitch'> {
  /** Standard words per minute without pauses; `beginPlan` finds it for a handout. */
  readonly speed: number;
  /** Samples per second of all clips. */
  readonly sampleRate: number;
  /** Everything is said by default. */
  readonly choices?: SpokenChoices | undefined;
}

/** An entry for one word in one place of a handout. */
export interface PlacedEntry {
  /** Index of the block. */
  readonly block: number;
  /** Where the word stands in the block's text. */
  readonly start: number;
  readonly entry: PronunciationEntry;
}

/** A passage that is said in a voice of its own. */
export interface VoicedPassage extends Range {
  /** Index of the block. */
  readonly block: number;
  readonly voice: PlanVoice;
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
  /** Passages in voices of their own: a speaker's, a quotation's. In order, without overlap. */
  readonly voicedPassages?: readonly VoicedPassage[];
}

/**
 * Blocks → sentences ready to be spoken, one at a time and in order, so that a long handout need not be
 * planned before its first sentence sounds. Sentences with nothing to say are passed over. Each cell of a
 * table row is a sentence, after its column's head.
 */
export function* planHandout(
  blocks: readonly Block[],
  language: string,
  voice: PlanVoice,
  settings: PlanSettings,
  options: PlanOptions = {},
): Generator<PlannedSentence> {
  for (let index = options.firstBlock ?? 0; index < blocks.length; index++)
    yield* planBlock(index, blocks, language, voice, settings, options);
}

/** The sentences of one block. */
function* planBlock(
  index: number,
  blocks: readonly Block[],
  mainLanguage: string,
  mainVoice: PlanVoice,
  { speed, pitch, sampleRate, choices = DEFAULT_CHOICES }: PlanSettings,
  { lexicon: mainLexicon, occurrences = [], passageVoices = {}, voicedPassages = [] }: PlanOptions,
): Generator<PlannedSentence> {
  const block = blocks[index];
  if (block === undefined) return;
  const passageVoice = block.language === undefined ? undefined : passageVoices[block.language];
  const voice = passageVoice ?? mainVoice;
  const language = passageVoice && block.language !== undefined ? block.language : mainLanguage;
  // Entries tell how words of the main language sound.
  const lexicon = passageVoice ? undefined : mainLexicon;
  const here = occurrences.filter((occurrence) => occurrence.block === index);
  const whole = choices.pictures === 'left-out' && block.type === 'picture' ? [] : piecesOf(block, language);
  const pieces = passageVoice
    ? whole.map((piece) => ({ ...piece, isSplit: false, voice }))
    : voicedPieces(
        whole,
        voicedPassages.filter((passage) => passage.block === index),
        voice,
      );
  const isLastSaid = blocks.findIndex(({ silent }, i) => i > index && !silent) < 0;
  for (const [nth, { announced, isAlwaysAnnounced, voice: own, isSplit, ...range }] of pieces.entries()) {
    const text = block.text.slice(range.start, range.end);
    const expanded = expandSentence(text, language, {
      lexicon,
      label: nth === 0 ? labelOf(block) : undefined,
      ...(block.type === 'equation'
        ? { isEquation: true, choices: { ...choices, subject: choices.subject ?? 'maths' } }
        : { choices }),
      occurrences: here.map(({ start, entry }) => ({ start: start - range.start, entry })),
    });
    const said = expanded.filter(({ spoken }) => spoken.length > 0);
    if (said.length === 0) continue;
    const isAnnounced = isAlwaysAnnounced || choices.announcements === 'headings';
    const lead =
      isAnnounced && announced ? expandSentence(announced, language).flatMap(({ spoken }) => spoken) : [];
    const breaks = [
      ...(lead.length > 0 ? [{ after: lead.length - 1, kind: 'colon' as const }] : []),
      ...breaksOf(text, expanded, said, language, lead.length),
    ];
    const lastInBlock = nth === pieces.length - 1;
    yield {
      block: index,
      start: range.start,
      end: range.end,
      words: placeWords(said, range.start, lead.length),
      plan: {
        voice: own.id,
        engineVersion: own.engineVersion,
        language,
        words: [...lead, ...said.flatMap((word) => word.spoken)],
        sounds: soundsOf(said, lead.length),
        breaks: breaks.map(({ after }) => after),
        end: sentenceEnd(text),
        speed,
        pitch,
        sampleRate,
      },
      breaks: breaks.map(({ kind }) => kind),
      place: {
        blockType: block.type,
        lastInBlock,
        lastInHandout: lastInBlock && isLastSaid,
        beforeCell: block.type === 'table-row' && !lastInBlock,
        ...(isSplit ? { withinSentence: true } : {}),
      },
    };
  }
}

/** What is said in one go: a sentence, or a cell of a table. */
interface Piece extends Range {
  /** What is said before it. */
  readonly announced?: string | undefined;
  /** Whether that is said even to those who want no announcements. */
  readonly isAlwaysAnnounced: boolean;
}

/** A piece with the voice that says it. */
interface VoicedPiece extends Piece {
  readonly voice: PlanVoice;
  /** Whether its sentence goes on in another voice. */
  readonly isSplit: boolean;
}

/** Pieces split where another voice begins or ends. */
function voicedPieces(
  pieces: readonly Piece[],
  voicedPassages: readonly VoicedPassage[],
  defaultVoice: PlanVoice,
): VoicedPiece[] {
  return pieces.flatMap((piece) => {
    const edges = voicedPassages
      .flatMap(({ start, end }) => [start, end])
      .filter((edge) => edge > piece.start && edge < piece.end);
    const starts = [piece.start, ...new Set(edges)].sort((a, b) => a - b);
    return starts.map((start, i) => {
      const end = starts[i + 1] ?? piece.end;
      const passage = voicedPassages.find((one) => one.start <= start && one.end >= end);
      return {
        ...piece,
        start,
        end,
        announced: i === 0 ? piece.announced : undefined,
        voice: passage?.voice ?? defaultVoice,
        isSplit: i < starts.length - 1,
      };
    });
  });
}

/** What is said before a heading or a picture's description. */
function piecesOf(block: Block, language: string): Piece[] {
  if (block.silent) return [];
  if (block.type === 'table-row') return cellsOf(block);
  // An equation is said in one go, whatever stands in it.
  if (block.type === 'equation') return [{ start: 0, end: block.text.length, isAlwaysAnnounced: false }];
  const { heading, picture } = languageOf(language).announced ?? {};
  const announced = block.type === 'heading' ? heading : block.type === 'picture' ? picture : undefined;
  return sentencesOf(block.text, language).map((range, nth) => ({
    ...range,
    announced: nth === 0 ? announced : undefined,
    // A picture's description is not part of the text around it.
    isAlwaysAnnounced: block.type === 'picture',
  }));
}

function cellsOf({ text, columnHeaders = [] }: Block): Piece[] {
  let start = 0;
  return text.split(CELL_SEPARATOR).flatMap((cell, column) => {
    const range = { start, end: start + cell.length };
    start = range.end + CELL_SEPARATOR.length;
    return cell.trim() === ''
      ? []
      : [{ ...range, announced: columnHeaders[column], isAlwaysAnnounced: true }];
  });
}

function labelOf(block: Block): LabelOf | undefined {
  if (block.label === undefined) return undefined;
  return block.type === 'question' ? 'question' : 'list-item';
}

/** A longer handout is measured by its beginning, so that its first sentence need not wait. Spoken words. */
const MEASURED_WORDS = 3000;

/** The first sentences of a handout and what was found on the way. */
export interface PlanBeginning {
  /** The speed at which the handout reaches the pace asked for. */
  readonly speed: number;
  /** Sentences of whole blocks. */
  readonly sentences: readonly PlannedSentence[];
  /** Index of the block at which `planHandout` goes on; the number of blocks when all is planned. */
  readonly nextBlock: number;
}

/**
 * Plans the beginning of a handout and finds the speed at which it reaches `pace` (spoken words per
 * minute with the usual pauses), each sentence planned once. A pupil's own pauses do not change
 * the speed, so that who waits longer between sentences hears the same words.
 */
export function beginPlan(
  blocks: readonly Block[],
  language: string,
  voice: PlanVoice,
  { pace, ...settings }: Omit<PlanSettings, 'speed'> & Pick<ProfileSettings, 'pace'>,
  options: Omit<PlanOptions, 'firstBlock'> = {},
): PlanBeginning {
  const sentences: PlannedSentence[] = [];
  let [words, amount, silence, nextBlock] = [0, 0, 0, 0];
  for (; nextBlock < blocks.length && words < MEASURED_WORDS; nextBlock++) {
    for (const sentence of planBlock(
      nextBlock,
      blocks,
      language,
      voice,
      { ...settings, speed: 0 },
      options,
    )) {
      words += sentence.plan.words.length;
      amount += speechAmount(sentence.plan.words, sentence.plan.breaks.length + 1);
      silence += pauseAfter(sentence.place, DEFAULT_PAUSES);
      for (const kind of sentence.breaks) silence += breakPause(kind, DEFAULT_PAUSES);
      sentences.push(sentence);
    }
  }
  const speed = speakingSpeed(pace, { words, amount, pauses: silence });
  return {
    speed,
    sentences: sentences.map((sentence) => ({ ...sentence, plan: { ...sentence.plan, speed } })),
    nextBlock,
  };
}

/** A whole handout at a pace: `beginPlan` and what follows it. */
export function* planAtPace(
  blocks: readonly Block[],
  language: string,
  voice: PlanVoice,
  settings: Omit<PlanSettings, 'speed'> & Pick<ProfileSettings, 'pace'>,
  options: Omit<PlanOptions, 'firstBlock'> = {},
): Generator<PlannedSentence> {
  const { speed, sentences, nextBlock } = beginPlan(blocks, language, voice, settings, options);
  yield* sentences;
  yield* planHandout(blocks, language, voice, { ...settings, speed }, { ...options, firstBlock: nextBlock });
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
  lead: number,
): { after: number; kind: BreakKind }[] {
  const written = withoutLeftOut(text, expanded);
  const kindAt = said.map((word, i) => {
    const next = said[i + 1];
    return next && breakInGap(gapOf(written, word, next));
  });
  const breaths = new Set(
    breathsIn(
      said.map((word) => ({ text: word.text.toLowerCase(), spoken: word.spoken.length })),
      (i) => kindAt[i] !== undefined,
      language,
    ),
  );
  let spoken = lead;
  const total = lead + said.reduce((sum, word) => sum + word.spoken.length, 0);
  const found = new Map<number, BreakKind>();
  said.forEach((word, i) => {
    for (const pause of word.pauses ?? []) found.set(spoken + pause, 'comma');
    spoken += word.spoken.length;
    const kind = kindAt[i] ?? (breaths.has(i) ? 'breath' : undefined);
    if (kind !== undefined) found.set(spoken - 1, kind);
  });
  return [...found]
    .filter(([after]) => after >= lead && after < total - 1)
    .sort(([a], [b]) => a - b)
    .map(([after, kind]) => ({ after, kind }));
}

/**
 * The text with blanks for what is left out and for the brackets that are empty then, so that they ask for no
 * pause.
 */
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
