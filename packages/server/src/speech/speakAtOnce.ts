import { BYTES_PER_SAMPLE, applyGain, renderPiece, wavHeader } from '@aurelfield/core/audio';
import {
  breakPause,
  loudnessGain,
  pauseAfter,
  type LoudnessChoice,
  type Pauses,
  type PlannedSentence,
} from '@aurelfield/core/speech';
import { lengthOf, scheduleSentence, silence } from '@aurelfield/core/timeline';
import { factsOfClip, type VoiceRegistry } from '@aurelfield/voices';

/** How what is tried out is to sound, beside its plan. */
export interface AtOnceSettings {
  readonly sampleRate: number;
  readonly pauses: Pauses;
  readonly loudness: LoudnessChoice;
}

/** What was spoken at once. */
export interface SpokenAtOnce {
  /** A WAV file. */
  readonly wav: Buffer;
  /** Seconds. */
  readonly duration: number;
  /**
   * Displayed words: where they stand in their block, of which sentence they are, and from when to when they
   * are heard, in seconds.
   */
  readonly words: readonly {
    readonly start: number;
    readonly end: number;
    readonly sentence: number;
    readonly from: number;
    readonly to: number;
  }[];
}

/** Speaks a few sentences at once, without storing them: for trying things out. */
export async function speakAtOnce(
  sentences: Iterable<PlannedSentence>,
  voices: VoiceRegistry,
  { sampleRate, pauses, loudness }: AtOnceSettings,
  signal?: AbortSignal,
): Promise<SpokenAtOnce> {
  const chunks: Buffer[] = [];
  const heard: SpokenAtOnce['words'][number][] = [];
  let samples = 0;
  let nth = 0;
  for (const { words, plan, breaks, place } of sentences) {
    const clip = await voices.speak(plan, { priority: 'listening', ...(signal ? { signal } : {}) });
    const gain = loudnessGain(loudness);
    if (gain !== 0) applyGain(clip.pcm, gain, sampleRate);
    const scheduled = scheduleSentence(
      {
        words,
        breaks: plan.breaks,
        pauses: breaks.map((kind) => breakPause(kind, pauses)),
        pauseAfter: pauseAfter(place, pauses),
      },
      '',
      factsOfClip(clip),
      { sampleRate, gain },
    );
    scheduled.words.forEach(({ from, to }, i) => {
      const word = words[i];
      if (!word) return;
      const [start, end] = [word.start, word.end];
      heard.push({
        start,
        end,
        sentence: nth,
        from: (samples + from) / sampleRate,
        to: (samples + to) / sampleRate,
      });
    });
    nth += 1;
    for (const piece of [...scheduled.pieces, silence(scheduled.pauseAfter)]) {
      const pcm = renderPiece(piece, piece.source.kind === 'silence' ? undefined : clip.pcm);
      chunks.push(Buffer.from(pcm.buffer, pcm.byteOffset, pcm.length * BYTES_PER_SAMPLE));
      samples += lengthOf(piece);
    }
  }
  return {
    wav: Buffer.concat([wavHeader(sampleRate, samples), ...chunks]),
    duration: samples / sampleRate,
    words: heard,
  };
}
