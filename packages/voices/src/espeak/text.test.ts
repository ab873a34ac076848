import type { SpeechPlan } from '@aurelfield/core/speech';
import { expect, test } from 'vitest';
import { engineText } from './text.ts';

const plan = (words: string, more: Partial<SpeechPlan> = {}): SpeechPlan => ({
  voice: '', engineVersion: '', language: 'en-GB', words: words.split(' '), sounds: [], breaks: [], end: 'statement', speed: 150, pitch: 0, sampleRate: 22_050, ...more,
}); // prettier-ignore

test.each([
  ['words and a stop', plan('It is deep'), 'It is deep.', [1, 4, 7]],
  ['a question', plan('Is it', { end: 'question' }), 'Is it?', [1, 4]],
  ['breaks become commas', plan('wet and deep', { breaks: [0] }), 'wet, and deep.', [1, 6, 10]],
  ['the letter A', plan('vitamin A'), "vitamin [['eI]].", [1, 9]],
  ['the letter A in another language', plan('litera A', { language: 'pl' }), 'litera A.', [1, 8]],
  ['commands of the engine are taken out', plan('[[b0g]] <b>x</b> |'), 'b0g bx/b -.', [1, 5, 10]],
  [
    'sounds of its own',
    plan('the Sallow runs', { sounds: [{ word: 1, ipa: 'ˈsæləʊ' }] }),
    "the [[s'aloU]] runs.",
    [1, 5, 16],
  ],
  ['half a character and controls are taken out', plan('mo\ud83dss \u0007 \ue000'), 'moss - -.', [1, 6, 8]],
  ['sounds without a stress', plan('read', { sounds: [{ word: 0, ipa: 'ɹɛd' }] }), "[[r'Ed]].", [1]],
  [
    'no sounds for another language',
    plan('rzeka', { language: 'pl', sounds: [{ word: 0, ipa: 'ˈʒɛka' }] }),
    'rzeka.',
    [1],
  ],
  ['characters beyond the first plane count once', plan('𝒳 moss'), '𝒳 moss.', [1, 3]],
] as const)('%s', (_name, given, text, starts) => {
  expect(engineText(given)).toEqual({ text, starts });
});
