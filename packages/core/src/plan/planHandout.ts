import { breakPause, pauseAfter } from '../pace/pauses.ts';
import type { Pauses, ProfileSettings } from '../pace/profile.ts';
import { speechAmount } from '../pace/amount.ts';
import { speakingSpeed, type HandoutMeasure } from '../pace/speed.ts';
import { breakInGap, sentenceEnd } from '../spoken/breaks.ts';
import { expandSentence, type LabelOf } from '../spoken/expand.ts';
import type { ExpandedWord } from '../spoken/types.ts';
import type { Block } from '../text/document.ts';
import { sentencesOf, type Range } from '../text/sentences.ts';
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
}

export interface PlanOptions {
  /** Index of the block to begin with, for going on after a stop. */
  readonly firstBlock?: number;
  /** Pronunciation entries of the pupil, class, subject and school. */
  readonly lexicon?: Lexicon | undefined;
}

/**
 * Blocks → sentences ready to be spoken, one at a time and in order, so that a long handout need not be planned before its first
 * sentence sounds. Sentences with nothing to say are passed over.
 */
export function* planHandout(
  blocks: readonly Block[],
  language: string,
  voice: PlanVoice,
  settings: PlanSettings,
  { firstBlock = 0, lexicon }: PlanOptions = {},
): Generator<PlannedSentence> {
  for (let index = firstBlock; index < blocks.length; index++) {
    const block = blocks[index];
    if (block === undefined) return;
    const ranges = sentencesOf(block.text, language);
    for (const [nth, range] of ranges.entries()) {
      const text = block.text.slice(range.start, range.end);
      const expanded = expandSentence(text, language, {
        lexicon,
        label: nth === 0 ? labelOf(block) : undefined,
      });
      if (expanded.length === 0) continue;
      const lastInBlock = nth === ranges.length - 1;
      const lastInHandout = lastInBlock && index === blocks.length - 1;
      yield {
        block: index,
        start: range.start,
        end: range.end,
        words: placeWords(expanded, range.start),
        plan: {
          voice: voice.id,
          engineVersion: voice.engineVersion,
          language,
          words: expanded.flatMap((word) => word.spoken),
          sounds: soundsOf(expanded),
          breaks: breaksOf(text, expanded, settings),
          end: sentenceEnd(text),
          speed: settings.speed,
          pitch: settings.pitch,
          loudness: settings.loudness,
        },
        pauseAfter: pauseAfter({ blockType: block.type, lastInBlock, lastInHandout }, settings.pauses),
      };
    }
  }
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
  { pace, pauses }: Pick<ProfileSettings, 'pace' | 'pauses'>,
  lexicon?: Lexicon,
): number {
  return speakingSpeed(pace, measureHandout(blocks, language, pauses, lexicon));
}

function measureHandout(
  blocks: readonly Block[],
  language: string,
  pauses: Pauses,
  lexicon?: Lexicon,
): HandoutMeasure {
  let [words, amount, silence] = [0, 0, 0];
  const settings = { speed: 1, pitch: 0, pauses, loudness: 'usual' as const };
  for (const { plan, pauseAfter: after } of planHandout(
    blocks,
    language,
    { id: '', engineVersion: '' },
    settings,
    { lexicon },
  )) {
    words += plan.words.length;
    amount += speechAmount(plan.words, plan.breaks.length + 1);
    silence += after + plan.breaks.reduce((sum, { pause }) => sum + pause, 0);
    if (words >= MEASURED_WORDS) break;
  }
  return { words, amount, pauses: silence };
}

function placeWords(words: readonly ExpandedWord[], shift: number): PlannedWord[] {
  let firstSpoken = 0;
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

function soundsOf(words: readonly ExpandedWord[]): PlannedSounds[] {
  let spoken = 0;
  return words.flatMap(({ ipa, spoken: said }) => {
    const word = spoken;
    spoken += said.length;
    return ipa === undefined ? [] : [{ word, ipa }];
  });
}

function breaksOf(
  text: string,
  words: readonly ExpandedWord[],
  settings: Pick<ProfileSettings, 'pauses'>,
): PlannedBreak[] {
  const breaks: PlannedBreak[] = [];
  let spoken = 0;
  words.forEach((word, i) => {
    spoken += word.spoken.length;
    const next = words[i + 1];
    if (next === undefined) return;
    const kind = breakInGap(gapOf(text, word, next));
    if (kind !== undefined) breaks.push({ after: spoken - 1, pause: breakPause(kind, settings.pauses) });
  });
  return breaks;
}

/** What stands between two words; the stop of a spelled-out abbreviation ("Dr. Ward") is no break. */
function gapOf(text: string, word: ExpandedWord, next: ExpandedWord): string {
  const gap = text.slice(word.end, next.start);
  return word.rule.startsWith('abbreviation') || word.rule.startsWith('saint')
    ? gap.replace(/^\./u, '')
    : gap;
}
