import { type Lexicon, type PronunciationEntry } from '@aurelfield/core/pronunciation';
import { DEFAULT_READING_STYLE, type ReadingStyle } from '@aurelfield/core/readingStyle';
import { breakPause, DEFAULT_PAUSES, pauseAfter, planAtPace } from '@aurelfield/core/speech';
import { scheduledSentence, timelineOf, type ReadingSentencePlan } from '@aurelfield/core/timeline';
import { derivedUrn, type ExportDocument } from '@aurelfield/formats';
import type { Voice, VoiceRegistry } from '@aurelfield/voices';
import type { ClipFile } from './clipFile.ts';
import type { TerminalDocument } from './document.ts';
import { inOrder } from './inOrder.ts';

const AT_ONCE = 4;

export interface Speaking {
  readonly voice: Voice;
  /** Spoken words a minute. */
  readonly pace: number;
  /** Who it is for; '' where nobody is named. */
  readonly pupil: string;
  readonly readingStyle?: ReadingStyle;
  readonly lexicon?: Lexicon | undefined;
  /** The same as entries, for those who save them. */
  readonly entries?: readonly PronunciationEntry[];
}

/** A document spoken, as formats take it. */
export async function spokenExportDocument(
  { title, language, blocks }: TerminalDocument,
  { voice, pace, pupil, readingStyle = DEFAULT_READING_STYLE, lexicon, entries = [] }: Speaking,
  { registry, clips }: { readonly registry: VoiceRegistry; readonly clips: ClipFile },
): Promise<ExportDocument> {
  const engineVersion = registry.engineVersion(voice.id) ?? '';
  const settings = { pace, pitch: 0, sampleRate: voice.sampleRate };
  const plans = planAtPace(blocks, language, { id: voice.id, engineVersion }, settings, { lexicon });
  const sentences: ReadingSentencePlan[] = [];
  const scheduled = [];
  for await (const { item, result } of inOrder(plans, AT_ONCE, ({ plan }) => clips.facts(plan))) {
    const sentence: ReadingSentencePlan = {
      index: sentences.length,
      block: item.block,
      start: item.start,
      end: item.end,
      words: item.words,
      plan: item.plan,
      clipKey: result.key,
      pauses: item.breaks.map((kind) => breakPause(kind, DEFAULT_PAUSES)),
      pauseAfter: pauseAfter(item.place, DEFAULT_PAUSES),
    };
    sentences.push(sentence);
    scheduled.push(scheduledSentence(sentence, result.facts, { sampleRate: voice.sampleRate, gain: 0 }));
  }
  if (sentences.length === 0) throw new Error(`Nothing of “${title}” is read aloud.`);
  return {
    facts: {
      identifier: derivedUrn(`${title} ${language}`, `${voice.id} ${pace} ${pupil}`),
      title,
      language,
      pupil,
      voice: voice.label,
      school: '',
      className: '',
      date: new Date().toISOString().slice(0, 10),
      pace,
      readingStyle,
      lexicon: entries,
    },
    blocks: blocks.map(({ offset: _offset, ...block }) => block),
    sentences,
    timeline: timelineOf(voice.sampleRate, scheduled),
    render: (pieces) => clips.render(pieces),
  };
}
