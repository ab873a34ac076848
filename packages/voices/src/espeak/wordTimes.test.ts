import { describe, expect, test } from 'vitest';
import type { EspeakEvent } from './module.ts';
import { wordTimes } from './wordTimes.ts';

const word = (text_position: number, audio_position: number): EspeakEvent => ({
  type: 'word',
  text_position,
  audio_position,
  word_length: 0,
  id: 0,
});
const phone = (id: string, audio_position: number): EspeakEvent => ({
  type: 'phoneme',
  text_position: 0,
  audio_position,
  word_length: 0,
  id,
});
const end = (audio_position: number): EspeakEvent => ({
  type: 'end',
  text_position: 0,
  audio_position,
  word_length: 0,
});

const ALONE: Readonly<Record<string, readonly string[]>> = {
  in: ['ɪ', 'n'],
  the: ['ð', 'ə'],
  bog: ['b', 'ɒ', 'ɡ'],
};

describe('wordTimes', () => {
  test('a word runs from its first phone to where its last one ends', () => {
    const events = [
      word(1, 0),
      phone('b', 10),
      phone('ɒ', 60),
      phone('ɡ', 120),
      word(5, 200),
      phone('ɪ', 215),
      phone('n', 260),
      phone('', 330),
      phone('', 500),
      end(500),
    ];
    expect(wordTimes(events, [1, 5], () => [])).toEqual([
      { start: 10, end: 200 },
      { start: 215, end: 330 },
    ]);
  });

  test('phones of merged words are parted among them', () => {
    const events = [
      word(1, 0),
      phone('ɪ', 0),
      phone('n', 60),
      phone('ð', 110),
      phone('ə', 160),
      word(8, 230),
      phone('b', 230),
      phone('ɒ', 300),
      phone('ɡ', 400),
      phone('', 480),
      end(480),
    ];
    const words = ['in', 'the', 'bog'];
    expect(wordTimes(events, [1, 4, 8], (index) => ALONE[words[index] ?? ''] ?? [])).toEqual([
      { start: 0, end: 110 },
      { start: 110, end: 230 },
      { start: 230, end: 480 },
    ]);
  });

  test('several events inside one word count once', () => {
    const events = [
      word(1, 0),
      phone('t', 0),
      word(3, 90),
      phone('uː', 90),
      word(6, 200),
      phone('b', 200),
      phone('', 300),
      end(300),
    ];
    expect(wordTimes(events, [1, 6], () => [])).toEqual([
      { start: 0, end: 200 },
      { start: 200, end: 300 },
    ]);
  });

  test('a word that was not said at all has an empty interval in its place', () => {
    const events = [
      word(1, 0),
      phone('b', 0),
      word(5, 150),
      word(8, 150),
      phone('ɪ', 150),
      phone('', 250),
      end(250),
    ];
    expect(wordTimes(events, [1, 5, 8], () => [])).toEqual([
      { start: 0, end: 150 },
      { start: 150, end: 150 },
      { start: 150, end: 250 },
    ]);
  });

  test('nothing said at all still gives every word an interval', () => {
    expect(wordTimes([end(9)], [1, 3], () => [])).toHaveLength(2);
  });
});
