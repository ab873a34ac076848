import type { Prompt, RecordedSentence, RecordingScope } from '@aurelfield/api';
import { SPEECH_RATE, type KnownSpeech } from '@aurelfield/core/alignment';
import { joinSamples } from '@aurelfield/core/audio';
import { DEFAULT_CHOICES, DEFAULT_PAUSES } from '@aurelfield/core/speech';
import { toBlocks } from '@aurelfield/core/text';
import { type SampleRange } from '@aurelfield/core/timeline';
import type { Voice, VoiceRegistry } from '@aurelfield/voices';
import { AppError } from '../../appError.ts';
import type { StoredText } from '../texts/textRepository.ts';
import type { PlannedRow } from '../../threads/planTasks.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

/** Standard words a minute that the known voice speaks with: about that of reading aloud. */
const KNOWN_SPEED = 190;
/** Sentences that are spoken at the same time. */
const AT_ONCE = 4;
/** Silence after each of its sentences. Seconds. */
const GAP = 0.25;

/** A text as it would be recorded, and as a voice says it of which all times are known. */
export class KnownText {
  readonly #voices: VoiceRegistry;
  readonly #threads: TextThreads;

  constructor(voices: VoiceRegistry, threads: TextThreads) {
    this.#voices = voices;
    this.#threads = threads;
  }

  /** The sentences of a text in the order in which they are read. */
  async prompts(text: StoredText): Promise<Prompt[]> {
    const rows = await this.#plan(text, undefined);
    return rows.flatMap((row) => {
      const block = text.blocks[row.block];
      if (!block) return [];
      return {
        block: block.id,
        blockType: block.type,
        start: row.start,
        end: row.end,
        text: block.text.slice(row.start, row.end),
        words: row.plan.words.length,
      };
    });
  }

  /**
   * Speaks a text, or some of its sentences.
   * @returns the sound and its words, and the sentences with nothing known of when they are said.
   * @throws AppError when nothing of the sentences is left, or no voice speaks the language.
   */
  async speak(
    text: StoredText,
    scope: RecordingScope,
    {
      signal,
      progress,
    }: { readonly signal: AbortSignal; readonly progress: (share: number) => Promise<void> },
  ): Promise<{ readonly known: KnownSpeech; readonly sentences: readonly RecordedSentence[] }> {
    const voice = this.#voices.steadyVoiceFor(text.language);
    if (!voice)
      throw new AppError(
        'no-voice',
        'No voice here speaks the language of this handout, so its words cannot be found in a recording.',
      );
    const wanted = scope && new Set(scope.map(({ block, start }) => `${block}/${start}`));
    const rows = (await this.#plan(text, voice)).filter(
      (row) => !wanted || wanted.has(`${text.blocks[row.block]?.id ?? ''}/${row.start}`),
    );
    if (rows.length === 0)
      throw new AppError(
        'no-sentence',
        'The sentences that were recorded are not in the handout any more. Record them anew.',
      );
    const parts: Int16Array[] = [];
    const words: SampleRange[] = [];
    let at = 0;
    for (let done = 0; done < rows.length; done += AT_ONCE) {
      signal.throwIfAborted();
      const some = rows.slice(done, done + AT_ONCE);
      const clips = await Promise.all(some.map(({ plan }) => this.#voices.speak(plan, { signal })));
      clips.forEach(({ pcm, words: spoken, sampleRate }, i) => {
        const sample = (seconds: number) => at + Math.round(seconds * sampleRate);
        for (const [, , first, count] of some[i]?.words ?? [])
          words.push({
            from: sample(spoken[first]?.start ?? 0),
            to: sample(spoken[first + count - 1]?.end ?? 0),
          });
        parts.push(pcm, new Int16Array(GAP * SPEECH_RATE));
        at += pcm.length + GAP * SPEECH_RATE;
      });
      await progress(Math.min(1, (done + AT_ONCE) / rows.length));
    }
    return {
      known: { pcm: joinSamples(parts), words },
      sentences: rows.map((row) => sentenceOf(row, text)),
    };
  }

  #plan(text: StoredText, voice: Voice | undefined): Promise<readonly PlannedRow[]> {
    const blocks = toBlocks(text.blocks);
    return this.#threads.planBlocks(
      {
        blocks,
        offset: 0,
        isFollowed: false,
        language: text.language,
        voice: { id: voice?.id ?? '', engineVersion: (voice && this.#voices.engineVersion(voice.id)) ?? '' },
        sampleRate: SPEECH_RATE,
        pitch: 0,
        pauses: DEFAULT_PAUSES,
        choices: DEFAULT_CHOICES,
        lexicon: [],
        places: [],
        passageVoices: {},
        voicedPassages: [],
      },
      KNOWN_SPEED,
    );
  }
}

function sentenceOf(row: PlannedRow, text: StoredText): RecordedSentence {
  const block = text.blocks[row.block];
  return {
    block: block?.id ?? '',
    start: row.start,
    end: row.end,
    text: block?.text.slice(row.start, row.end) ?? '',
    words: row.words.map(([start, end, first, count]) => ({
      start,
      end,
      spoken: row.plan.words.slice(first, first + count),
      from: null,
      to: null,
      confidence: 0,
    })),
  };
}
