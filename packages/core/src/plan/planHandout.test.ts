import { DEFAULT_CHOICES } from '../spoken/choices.ts';
import { describe, expect, test } from 'vitest';
import type { Block } from '../text/document.ts';
import {
  beginPlan,
  planAtPace,
  planHandout,
  type PlannedSentence,
  type PlanSettings,
} from './planHandout.ts';
import { Lexicon } from '../pronounce/lexicon.ts';
import { planKey, type SpeechPlan } from './speechPlan.ts';

const VOICE = { id: 'voice-1', engineVersion: '1' };
const SETTINGS: PlanSettings = { speed: 150, pitch: 0, sampleRate: 22_050 };
const block = (text: string, type: Block['type'] = 'paragraph'): Block => ({ type, text, offset: 0 });
const plan = (blocks: readonly Block[], settings = SETTINGS, voice = VOICE) => [
  ...planHandout(blocks, 'en-GB', voice, settings),
];

describe('planHandout', () => {
  test('gives sentences in order, with words that map onto the spoken ones', () => {
    const [first, second, third] = plan([block('The bog', 'heading'), block('It is 12.5 m deep. Is it?')]);
    expect(first).toMatchObject({
      block: 0,
      start: 0,
      end: 7,
      place: { blockType: 'heading', lastInBlock: true },
    });
    expect(second?.plan.words).toEqual(['It', 'is', 'twelve', 'point', 'five', 'metres', 'deep']);
    expect(second?.words[2]).toMatchObject({ start: 6, end: 10, firstSpoken: 2, spokenCount: 3 });
    expect(third).toMatchObject({
      block: 1,
      start: 19,
      place: { lastInHandout: true },
      plan: { end: 'question' },
    });
  });

  test('puts our pauses where the text has punctuation, and none after an abbreviation', () => {
    const [sentence] = plan([block('Dr. Ward came, saw it: a bog (wet) and left')]);
    expect(sentence?.plan.words).toEqual('doctor Ward came saw it a bog wet and left'.split(' '));
    expect(sentence?.plan.breaks.map((after) => sentence.plan.words[after])).toEqual([
      'came',
      'it',
      'bog',
      'wet',
    ]);
    expect(sentence?.breaks).toEqual(['comma', 'colon', 'dash', 'dash']);
  });

  test('says the label of a question or list item, and lights it', () => {
    const labelled = (type: Block['type'], label: string, text: string): Block => ({
      type,
      label,
      text,
      offset: 0,
    });
    const said = (given: Block) => plan([given]).map((sentence) => sentence.plan.words.join(' '));
    expect(said(labelled('question', '3', '3. Can it sail?'))).toEqual(['question three', 'Can it sail']);
    expect(said(labelled('question', 'b', 'b) Can it sail?'))).toEqual(['question B Can it sail']);
    expect(said(labelled('list-item', '2', '2. Draw it.'))).toEqual(['two', 'Draw it']);
    expect(said(labelled('list-item', '12', '12) Draw it.'))).toEqual(['twelve Draw it']);
    expect(said(block('3. Can it sail?'))[0]).toBe('three');
  });

  test('says each cell of a table after its column’s head, and lights the cell', () => {
    const rows: Block[] = [
      { type: 'table-row', text: 'Time\tHeight', offset: 0 },
      { type: 'table-row', text: '06:12\t4.2 m', columnHeaders: ['Time', 'Height'], offset: 0 },
      { type: 'table-row', text: '\t3 m', columnHeaders: ['Time', 'Height'], offset: 0 },
    ];
    const sentences = plan(rows);
    expect(sentences.map((sentence) => sentence.plan.words.join(' '))).toEqual([
      'Time',
      'Height',
      'Time six twelve',
      'Height four point two metres',
      'Height three metres',
    ]);
    const [, , time, height] = sentences;
    expect(time?.words).toMatchObject([{ start: 0, end: 5, firstSpoken: 1, spokenCount: 2 }]);
    expect([time?.plan.breaks, time?.breaks]).toEqual([[0], ['colon']]);
    expect(height).toMatchObject({ start: 6, end: 11 });
    expect([time?.place.beforeCell, height?.place.beforeCell]).toEqual([true, false]);
  });

  test('announces pictures always and headings on wish', () => {
    const blocks = [block('The bog', 'heading'), block('A heron in reeds.', 'picture')];
    const said = (announcements: 'none' | 'headings') =>
      plan(blocks, { ...SETTINGS, choices: { ...DEFAULT_CHOICES, announcements } }).map((sentence) =>
        sentence.plan.words.join(' '),
      );
    expect(said('none')).toEqual(['The bog', 'picture a heron in reeds']);
    expect(said('headings')).toEqual(['heading The bog', 'picture a heron in reeds']);
  });

  test('takes a breath in a very long sentence, shorter than a comma', () => {
    const [sentence] = plan([
      block(
        'The men who lit the lamps along the river walked the same narrow streets every night because the gas had to be turned down again before the sun came up.',
      ),
    ]);
    expect([sentence?.plan.breaks, sentence?.breaks]).toEqual([[15], ['breath']]);
  });

  test('what is left out is no word of the sentence and asks for no pause', () => {
    const [sentence] = plan([block('It grew (Ward, 2011) slowly 🙂.')], {
      ...SETTINGS,
      choices: { ...DEFAULT_CHOICES, emoji: 'left-out', citations: 'left-out' },
    });
    expect(sentence?.plan.words).toEqual(['It', 'grew', 'slowly']);
    expect(sentence?.plan.breaks).toEqual([]);
    expect(sentence?.words).toHaveLength(3);
  });

  test('an entry for one place counts there alone', () => {
    const blocks = [block('Read it.'), block('They read it daily. They read it.')];
    const occurrences = [
      {
        block: 1,
        start: 25,
        entry: { written: 'read', kind: 'ipa' as const, said: 'ɹɔd', caseSensitive: false },
      },
    ];
    const sounds = [...planHandout(blocks, 'en-GB', VOICE, SETTINGS, { occurrences })].map(
      (sentence) => sentence.plan.sounds[0]?.ipa,
    );
    expect(sounds).toEqual(['ɹiːd', 'ɹiːd', 'ɹɔd']);
  });

  test('passes over what cannot be said', () => {
    expect(plan([block('***'), block('Moss.'), block('— …')])).toHaveLength(1);
  });

  test('passes over what is marked as not to be read, and ends before it', () => {
    const said = plan([
      block('Moss.'),
      { ...block('Name:'), silent: true },
      block('Peat.'),
      { ...block('4'), silent: true },
    ]);
    expect(said.map((sentence) => sentence.block)).toEqual([0, 2]);
    expect(said.at(-1)?.place.lastInHandout).toBe(true);
  });

  test('reads a passage in another language by that language’s rules and in its voice, where there is one', () => {
    const passage = { ...block('Il y a 21 mots.'), language: 'fr' };
    const french = { id: 'voix', engineVersion: '2' };
    const of = (passageVoices: Record<string, typeof french>) =>
      [...planHandout([block('It is wet.'), passage], 'en-GB', VOICE, SETTINGS, { passageVoices })].map(
        ({ plan: { voice, language, words } }) => [voice, language, words.join(' ')],
      );
    expect(of({ fr: french })).toEqual([
      ['voice-1', 'en-GB', 'It is wet'],
      ['voix', 'fr', 'Il y a vingt et un mots'],
    ]);
    expect(of({})[1]).toEqual(['voice-1', 'en-GB', 'Il y a twenty one mots']);
  });

  test('goes on from a later block as if it had begun at the first', () => {
    const blocks = [block('One. Two.'), block('Three.'), block('Four.')];
    const all = plan(blocks);
    expect([...planHandout(blocks, 'en-GB', VOICE, SETTINGS, { firstBlock: 1 })]).toEqual(all.slice(2));
  });
});

test('a pronunciation entry gives its sounds to its word and changes the key', () => {
  const lexicon = new Lexicon([
    { written: 'Sallow', kind: 'ipa', said: 'ˈsæləʊ', caseSensitive: false },
    { written: 'TBC', kind: 'alias', said: 'to be confirmed', caseSensitive: false },
  ]);
  const blocks = [block('On 3 May the Sallow’s course is TBC.')];
  const [sentence] = [...planHandout(blocks, 'en-GB', VOICE, SETTINGS, { lexicon })];
  const sounds = sentence?.plan.sounds ?? [];
  expect(sounds.map(({ word, ipa }) => [sentence?.plan.words[word], ipa])).toEqual([["Sallow's", 'ˈsæləʊz']]);
  expect(sentence?.plan.words.slice(-3)).toEqual(['to', 'be', 'confirmed']);
  expect(planKey(sentence?.plan as SpeechPlan)).not.toBe(
    planKey({ ...(sentence?.plan as SpeechPlan), sounds: [] }),
  );
});

describe('planKey', () => {
  const keyOf = (text: string, settings = SETTINGS, voice = VOICE) =>
    planKey((plan([block(text)], settings, voice)[0] as PlannedSentence).plan);

  test('is the same for the same spoken words, wherever they stand and however they are written', () => {
    expect(keyOf('It is 3.')).toBe(keyOf('It is three.'));
    expect(planKey((plan([block('First.'), block('It is 3.')])[1] as PlannedSentence).plan)).toBe(
      keyOf('It is three.'),
    );
  });

  test.each([
    ['word', keyOf('It is four.')],
    ['closing mark', keyOf('It is three?')],
    ['pause', keyOf('It is, three.')],
    ['speed', keyOf('It is three.', { ...SETTINGS, speed: 120 })],
    ['pitch', keyOf('It is three.', { ...SETTINGS, pitch: 1 })],
    ['sample rate', keyOf('It is three.', { ...SETTINGS, sampleRate: 16_000 })],
    ['voice', keyOf('It is three.', SETTINGS, { ...VOICE, id: 'voice-2' })],
    ['engine', keyOf('It is three.', SETTINGS, { ...VOICE, engineVersion: '2' })],
  ])('changes with another %s', (_what, key) => {
    expect(key).not.toBe(keyOf('It is three.'));
  });
});

describe('beginPlan', () => {
  const blocks = Array.from({ length: 400 }, (_, i) =>
    block(`The ${i}th boat, which is old, passes the weir on its way.`),
  );
  const settings = { pace: 150, pitch: 0, sampleRate: 22_050 };

  test('plans whole blocks until enough is measured, and what follows goes on at the speed found', () => {
    const { speed, sentences, nextBlock } = beginPlan(blocks, 'en-GB', VOICE, settings);
    expect(nextBlock).toBeGreaterThan(100);
    expect(nextBlock).toBeLessThan(400);
    expect(sentences.map((sentence) => sentence.block)).toEqual(
      Array.from({ length: nextBlock }, (_, i) => i),
    );
    expect(new Set(sentences.map(({ plan: { speed: own } }) => own))).toEqual(new Set([speed]));
    const whole = [...planAtPace(blocks, 'en-GB', VOICE, settings)];
    expect(whole).toEqual(plan(blocks, { speed, pitch: 0, sampleRate: 22_050 }));
  });

  test('a quicker pace is a quicker speed; a handout without words has the pace itself', () => {
    const speedAt = (pace: number) => beginPlan(blocks, 'en-GB', VOICE, { ...settings, pace }).speed;
    expect(speedAt(200)).toBeGreaterThan(speedAt(120) * 1.6);
    expect(beginPlan([block('***')], 'en-GB', VOICE, settings)).toMatchObject({
      speed: 150,
      nextBlock: 1,
      sentences: [],
    });
  });
});
