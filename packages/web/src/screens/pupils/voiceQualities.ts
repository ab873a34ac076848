import type { VoiceInfo } from '@aurelfield/api';

/** What a voice is like, in words that a listener would use. */
export interface VoiceQualities {
  readonly height: 'higher' | 'lower';
  readonly sound: 'natural' | 'plain';
  readonly manner: 'brisk' | 'calm' | 'even';
  readonly accent: string;
}

/** What a voice is like. Its label implies the manner: a bright voice is brisk, a soft or deep one calm. */
export function qualitiesOf(voice: VoiceInfo): VoiceQualities {
  return {
    height: voice.timbre,
    sound: voice.isNatural ? 'natural' : 'plain',
    manner: /bright/u.test(voice.label) ? 'brisk' : /soft|deep/u.test(voice.label) ? 'calm' : 'even',
    accent: voice.region,
  };
}

/** What is looked for; nothing for what does not matter. */
export type Wanted = Partial<VoiceQualities>;

/** Voices that are as wanted, natural ones first; of those alike the order stays. */
export function voicesLike(voices: readonly VoiceInfo[], wanted: Wanted): VoiceInfo[] {
  return voices
    .filter((voice) => {
      const qualities = qualitiesOf(voice);
      return (Object.entries(wanted) as [keyof VoiceQualities, string][]).every(
        ([quality, value]) => qualities[quality] === value,
      );
    })
    .sort((a, b) => Number(b.isNatural ?? false) - Number(a.isNatural ?? false));
}

/**
 * "Scotland · lower, natural, calm": what tells a voice from others of its language. A voice of the school's
 * own has its name with it.
 */
export function formatVoice(voice: VoiceInfo): string {
  const { height, sound, manner, accent } = qualitiesOf(voice);
  const own =
    voice.engine === 'model' ? [voice.label, accent].filter((part) => part !== '').join(', ') : accent;
  const price = voice.price ? ' (costs)' : '';
  const times = voice.timings === 'estimated' ? ' (its words are lit roughly)' : '';
  return `${own} · ${height}, ${sound}${manner === 'even' ? '' : `, ${manner}`}${price}${times}`;
}
