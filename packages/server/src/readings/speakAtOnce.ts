import {
  breakPause,
  BYTES_PER_SAMPLE,
  lengthOf,
  loudnessGain,
  applyGain,
  layOut,
  pauseAfter,
  renderPiece,
  silence,
  wavHeader,
  type LoudnessChoice,
  type Pauses,
  type PlannedSentence,
} from '@aurelfield/core';
import { factsOfClip, type VoiceRegistry } from '@aurelfield/voices';

/** How what is tried out is to sound, beside its plan. */
export interface AtOnceSettings {
  readonly sampleRate: number;
  readonly pauses: Pauses;
  readonly loudness: LoudnessChoice;
}

/** Speaks a few sentences at once, without storing them, as one WAV file: for trying things out. */
export async function speakAtOnce(
  sentences: Iterable<PlannedSentence>,
  voices: VoiceRegistry,
  { sampleRate, pauses, loudness }: AtOnceSettings,
): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let samples = 0;
  for (const { words, plan, breaks, place } of sentences) {
    const clip = await voices.speak(plan, { priority: 'listening' });
    const gain = loudnessGain(loudness);
    if (gain !== 0) applyGain(clip.pcm, gain, sampleRate);
    const laid = layOut(
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
    for (const piece of [...laid.pieces, silence(laid.pauseAfter)]) {
      const pcm = renderPiece(piece, piece.source.kind === 'silence' ? undefined : clip.pcm);
      chunks.push(Buffer.from(pcm.buffer, pcm.byteOffset, pcm.length * BYTES_PER_SAMPLE));
      samples += lengthOf(piece);
    }
  }
  return Buffer.concat([wavHeader(sampleRate, samples), ...chunks]);
}
