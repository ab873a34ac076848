import { BYTES_PER_SAMPLE, toSamples, wavHeader, type PlannedSentence } from '@aurelfield/core';
import type { VoiceRegistry } from '@aurelfield/voices';

/** Speaks a few sentences at once, without storing them, as one WAV file: for trying things out. */
export async function speakAtOnce(
  sentences: Iterable<PlannedSentence>,
  voices: VoiceRegistry,
  sampleRate: number,
  account: string,
): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let samples = 0;
  for (const sentence of sentences) {
    const clip = await voices.speak(sentence.plan, { priority: 'listening', account });
    const pause = toSamples(sentence.pauseAfter, clip.sampleRate);
    chunks.push(
      Buffer.from(clip.pcm.buffer, clip.pcm.byteOffset, clip.pcm.byteLength),
      Buffer.alloc(pause * BYTES_PER_SAMPLE),
    );
    samples += clip.pcm.length + pause;
  }
  return Buffer.concat([wavHeader(sampleRate, samples), ...chunks]);
}
