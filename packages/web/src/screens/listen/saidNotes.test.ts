import { expect, test } from 'vitest';
import { saidNotes } from './saidNotes.ts';

test('notes are the words said otherwise than written, each once', () => {
  const text = 'It is 3.5 m, well-known; 3.5 m is don’t.';
  const word = (written: string, said: string, from = 0) => {
    const start = text.indexOf(written, from);
    return { start, end: start + written.length, said };
  };
  const words = [
    word('It', 'It'),
    word('3.5', 'three point five'),
    word('m', 'metres'),
    word('well-known', 'well known'),
    word('3.5', 'three point five', 12),
    word('don’t', "don't"),
  ];
  const sentence = {
    index: 4,
    block: 0,
    start: 0,
    end: text.length,
    words,
    spokenWords: 9,
    pauseAfter: 0,
    samples: 1,
    times: null,
  };
  expect(
    saidNotes(text, [{ ...sentence, words: [{ ...word('well-known', 'well known'), spelled: true }] }]),
  ).toEqual([
    { sentence: 4, word: 0, written: 'well-known', said: 'spelled out: the voice cannot say it', start: 13 },
  ]);
  expect(saidNotes(text, [sentence])).toEqual([
    { sentence: 4, word: 1, written: '3.5', said: 'three point five', start: 6 },
    { sentence: 4, word: 2, written: 'm', said: 'metres', start: 10 },
  ]);
});
