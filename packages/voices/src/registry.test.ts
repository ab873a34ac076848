import { describe, expect, test } from 'vitest';
import type { SpeechEngine, Voice } from './engine.ts';
import { VoiceRegistry } from './registry.ts';

const voice = (id: string, language: string, timbre: Voice['timbre']): Voice => ({
  id,
  label: id,
  language,
  region: '',
  timbre,
  engine: 'test',
  sampleRate: 1000,
  timings: 'exact',
});
const VOICES = [
  voice('en-low', 'en-GB', 'lower'),
  voice('en-high', 'en-GB', 'higher'),
  voice('us-low', 'en-US', 'lower'),
  voice('pl-low', 'pl-PL', 'lower'),
  voice('pl-high', 'pl-PL', 'higher'),
];
const log: string[] = [];
const engine: SpeechEngine = {
  id: 'test',
  versionOf: () => '7',
  voices: VOICES,
  start: () => Promise.resolve(void log.push('start')),
  stop: () => Promise.resolve(void log.push('stop')),
  speak: ({ voice: id }) =>
    Promise.resolve({
      sampleRate: 1000,
      pcm: new Int16Array(1),
      duration: 0.001,
      words: [{ start: 0, end: id.length }],
      cuts: [],
    }),
};
const registry = new VoiceRegistry([engine]);

describe('VoiceRegistry', () => {
  test.each([
    ['the voice chosen for the language', 'en-GB', { en: 'us-low' }, 'us-low'],
    ['the nearest of the language where none is chosen', 'en-US', {}, 'us-low'],
    ['one of the same timbre as the pupil’s own', 'pl', { en: 'en-high' }, 'pl-high'],
    ['the first of the language where nothing is known', 'pl', {}, 'pl-low'],
    ['not a chosen voice of another language', 'pl', { pl: 'en-low' }, 'pl-low'],
    ['not a chosen voice that is gone', 'en-GB', { en: 'gone' }, 'en-low'],
    ['none where nobody speaks it', 'ja', { en: 'en-low' }, undefined],
  ])('gives %s', (_name, language, chosen, id) => {
    expect(registry.voiceFor(language, chosen as Record<string, string>)?.id).toBe(id);
  });

  test('knows voices and their engine’s version', () => {
    expect(registry.voices).toHaveLength(5);
    expect(registry.find('pl-low')?.language).toBe('pl-PL');
    expect(registry.engineVersion('pl-low')).toBe('7');
    expect(registry.engineVersion('gone')).toBeUndefined();
  });

  test('finds voices that are not offered to be chosen, and offers them to nobody', () => {
    const own = new VoiceRegistry([
      engine,
      {
        ...engine,
        id: 'recorded',
        voices: [],
        versionOf: () => '2',
        unlisted: (id) => (id === 'recorded-1' ? voice(id, 'en-GB', 'lower') : undefined),
      },
    ]);
    expect([own.find('recorded-1')?.id, own.engineVersion('recorded-1')]).toEqual(['recorded-1', '2']);
    expect(own.find('recorded-2')).toBeUndefined();
    expect(own.voices).toHaveLength(5);
    expect(own.voiceFor('en-GB', {})?.id).toBe('en-low');
  });

  test.each([
    ['en-AU', 'en-low'],
    ['pl', 'pl-low'],
    ['ja', undefined],
  ])('compares recordings in %s with %s', (language, id) => {
    expect(registry.steadyVoiceFor(language)?.id).toBe(id);
  });

  test('passes plans to the voice’s engine and refuses unknown voices', async () => {
    const plan = {
      voice: 'en-low',
      engineVersion: '7',
      language: 'en',
      words: ['x'],
      sounds: [],
      breaks: [],
      end: 'statement',
      speed: 1,
      pitch: 0,
      sampleRate: 1000,
    } as const;
    expect((await registry.speak(plan)).words[0]?.end).toBe(6);
    await expect(registry.speak({ ...plan, voice: 'gone' })).rejects.toThrow('There is no voice “gone”.');
    await expect(registry.speak({ ...plan, engineVersion: '6' })).rejects.toMatchObject({
      kind: 'other-version',
    });
  });

  test('starts and stops its engines', async () => {
    await registry.start();
    await registry.stop();
    expect(log).toEqual(['start', 'stop']);
  });
});
