import { joinSamples } from '@aurelfield/core/audio';
import { planAtPace } from '@aurelfield/core/speech';
import { blocksFromPlainText } from '@aurelfield/core/text';
import { type SampleRange } from '@aurelfield/core/timeline';
import { resampleClip, standardEngines, VoiceRegistry } from '@aurelfield/voices';
import { SPEECH_RATE } from '../../../packages/core/src/align/speech/spectra.ts';

/** A text said by a voice of ours, at 16,000 samples a second, with the times of its words. */
export interface Known {
  readonly pcm: Int16Array;
  readonly words: SampleRange[];
  readonly spoken: string[];
}

/** One worker: what it says depends a little on what it said before, and so the same is said in every run. */
const registry = new VoiceRegistry(standardEngines({ espeak: { workers: 1 } }));

const said = new Map<string, Promise<Known>>();

/** A text as a voice says it; said once, and the same every time that it is asked for. */
export function saidBy(
  voiceId: string,
  sentences: readonly (readonly string[])[],
  pace = 160,
): Promise<Known> {
  const key = JSON.stringify([voiceId, sentences, pace]);
  const known = said.get(key) ?? speak(voiceId, sentences, pace);
  said.set(key, known);
  return known;
}

async function speak(
  voiceId: string,
  sentences: readonly (readonly string[])[],
  pace: number,
): Promise<Known> {
  const voice = registry.find(voiceId);
  if (!voice) throw new Error(`There is no voice ${voiceId}.`);
  await registry.start(voice.engine);
  const text = sentences.map((words) => `${words.join(' ')}.`).join('\n\n');
  const plans = planAtPace(
    blocksFromPlainText(text),
    voice.language,
    { id: voiceId, engineVersion: registry.engineVersion(voiceId) ?? '' },
    { pace, pitch: 0, sampleRate: voice.sampleRate },
  );
  const parts: Int16Array[] = [];
  const words: SampleRange[] = [];
  const spoken: string[] = [];
  let at = 0;
  for (const { plan } of plans) {
    const clip = await resampleClip(await registry.speak(plan), SPEECH_RATE);
    clip.words.forEach(({ start, end }) =>
      words.push({ from: at + Math.round(start * SPEECH_RATE), to: at + Math.round(end * SPEECH_RATE) }),
    );
    spoken.push(...plan.words);
    parts.push(clip.pcm);
    at += clip.pcm.length;
  }
  return { pcm: joinSamples(parts), words, spoken };
}

export const stopVoices = () => registry.stop();
