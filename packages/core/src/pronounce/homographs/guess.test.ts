import { describe, expect, test } from 'vitest';
import { parseIpa } from '../ipa.ts';
import { ipaToArpabet } from '../arpabet.ts';
import { wordsOf } from '../../text/words.ts';
import { ipaToEspeak } from '../espeakMnemonics.ts';
import { SentenceReader } from './guess.ts';
import { HOMOGRAPHS } from './table.ts';

/** The sound guessed for a word of a sentence. */
function heard(sentence: string, word: string): string | undefined {
  const words = wordsOf(sentence, 'en').map(({ start, end }) => ({
    start,
    text: sentence.slice(start, end),
  }));
  const index = words.findIndex(({ text }) => text.toLowerCase() === word);
  const guess = new SentenceReader(sentence, words).guess(index);
  return guess?.variants[guess.likely]?.ipa;
}

/** Sentences of ours; how they are said is common knowledge, no source. */
const CASES: readonly (readonly [word: string, ipa: string, sentences: readonly string[]])[] = [
  [
    'used',
    'juːst',
    ['We used to live by the sea.', 'Moss is used to the wet.', 'They are not used to waiting.'],
  ],
  ['dove', 'dəʊv', ['The otter dove into the weir.', 'She dove off the pier.']],
  ['resume', 'ˈɹɛzjʊmeɪ', ['Send your resume with the form.', 'A good resume is short.']],
  ['does', 'dəʊz', ['The bucks fought while the does grazed by the herd.']],
  ['number', 'ˈnʌməɹ', ['His fingers grew number in the cold.']],
  ['putting', 'ˈpʌtɪŋ', ['Practise putting near the green.']],
  ['sewer', 'ˈsəʊəɹ', ['The sewer threaded her needle and sewed the dress.']],
  ['rebel', 'ɹɪˈbɛl', ['The barons chose to rebel against the king.', 'They will rebel.']],
  ['alternate', 'ˈɔːltəɹneɪt', ['Alternate the red and the blue beads.']],
  ['console', 'kənˈsəʊl', ['She tried to console her friend.']],
  ['live', 'laɪv', ['The match was shown live on screen.', 'We watched it live from the pier.']],
  [
    'read',
    'ɹɛd',
    [
      'I read it yesterday.',
      'She has read the book.',
      'He read the table aloud.',
      'We read it and then went home.',
      'The letter was read by the clerk.',
      'Have you ever read it?',
      'Three years ago I read all of them.',
    ],
  ],
  [
    'read',
    'ɹiːd',
    [
      'They like to read.',
      'I read every day.',
      'He will read it to us.',
      'Read the question.',
      'Did you read it?',
      'Can you read the scale?',
      'Please read this page.',
      'Most children read at home.',
    ],
  ],
  [
    'lead',
    'lɛd',
    [
      'The pipe is made of lead.',
      'Lead is a heavy metal.',
      'Water ran through lead pipes.',
      'Tin and lead melt easily.',
      'The roof was covered with lead.',
    ],
  ],
  [
    'lead',
    'liːd',
    [
      'She will lead the group.',
      'All roads lead to the harbour.',
      'He took the lead.',
      'Keep the dog on a lead.',
      'They lead us home.',
    ],
  ],
  ['wind', 'wɪnd', ['The wind is strong.', 'A cold wind blew from the sea.', 'The boats wait for wind.']],
  [
    'wind',
    'waɪnd',
    ['You must wind the clock.', 'Wind the wool round your hand.', 'Do not wind it too tight.'],
  ],
  ['wound', 'wuːnd', ['The wound was deep.', 'He had a wound in his arm.', 'Clean the wound.']],
  [
    'wound',
    'waʊnd',
    ['He wound the clock.', 'She wound the rope around the post.', 'The path wound up the hill.'],
  ],
  ['tear', 'tɪɹ', ['A tear ran down her cheek.', 'He wiped a tear from his eye.']],
  ['tear', 'tɛɹ', ['Do not tear the page.', 'There is a tear in the sail.', 'The dogs tear at the sack.']],
  ['bow', 'bəʊ', ['She tied a bow in the ribbon.', 'He drew the bow and let the arrow fly.']],
  ['bow', 'baʊ', ['He took a bow.', 'The bow of the boat was broken.', 'They bow to the queen.']],
  ['record', 'ˈɹɛkɔːɹd', ['Keep a record of the height.', 'The record is old.', 'It was a record year.']],
  ['record', 'ɹɪˈkɔːɹd', ['They record the height each day.', 'Record your results.', 'We must record it.']],
  ['records', 'ˈɹɛkɔːɹdz', ['The records are old.', 'Old records show it.']],
  ['records', 'ɹɪˈkɔːɹdz', ['She records the height each day.', 'The keeper records it.']],
  ['live', 'lɪv', ['I live here.', 'Many birds live on the marsh.', 'Fish cannot live there.']],
  ['live', 'laɪv', ['This is a live show.', 'It was a live broadcast.']],
  ['lives', 'lɪvz', ['She lives by the river.', 'The heron lives alone.']],
  ['lives', 'laɪvz', ['They saved many lives.', 'Their lives were hard.']],
  ['close', 'kləʊz', ['Close the door.', 'They close the gates at six.', 'Please close it.']],
  ['close', 'kləʊs', ['Sit close to me.', 'The moon is close.', 'They were close friends.']],
  ['use', 'juːs', ['What is the use?', 'It has no use.', 'The use of peat is old.']],
  ['use', 'juːz', ['We use it daily.', 'Use the table to answer.', 'You can use a ruler.']],
  [
    'present',
    'ˈpɹɛzənt',
    ['The present is a box.', 'All pupils were present.', 'At the present time it is dry.'],
  ],
  ['present', 'pɹɪˈzɛnt', ['The children present their work.', 'They will present it on Friday.']],
  ['object', 'ˈɒbd͡ʒɛkt', ['The object is red.', 'Draw an object from the shelf.']],
  ['object', 'əbˈd͡ʒɛkt', ['We object to it.', 'They might object.']],
  ['minute', 'ˈmɪnɪt', ['It took a minute.', 'One minute later it sank.', 'Every minute counts.']],
  [
    'minute',
    'maɪˈnjuːt',
    ['The cells are minute.', 'Moss has minute leaves.', 'There were minute particles in the water.'],
  ],
  ['desert', 'ˈdɛzəɹt', ['The desert is dry.', 'They crossed the desert.']],
  ['desert', 'dɪˈzɜːɹt', ['They will desert the camp.', 'He would never desert his friends.']],
  ['content', 'ˈkɒntɛnt', ['The water content is high.', 'Check the content of the box.']],
  ['content', 'kənˈtɛnt', ['She was content with it.', 'They are quite content.']],
  ['polish', 'ˈpɒlɪʃ', ['Polish the brass.', 'They polish it daily.']],
  ['polish', 'ˈpəʊlɪʃ', ['Her mother is Polish.', 'She speaks Polish at home.']],
  ['separate', 'ˈsɛpəɹət', ['They sat at separate tables.', 'Put it in a separate pile.']],
  ['separate', 'ˈsɛpəɹeɪt', ['We separate the sand.', 'Use a sieve to separate them.']],
  ['refuse', 'ɹɪˈfjuːz', ['They refuse to go.', 'He may refuse.']],
  ['bass', 'bæs', ['They caught a bass in the river.']],
  ['bass', 'beɪs', ['He plays the bass drum.']],
  ['contrast', 'ˈkɒntɹɑːst', ['By contrast, the licence is free.', 'In contrast to it, this is dry.']],
  ['increase', 'ɪnˈkɹiːs', ['The depth will increase.', 'Numbers increase each year.']],
  ['increase', 'ˈɪnkɹiːs', ['There was an increase in rain.']],
];

describe.each(CASES.map(([word, ipa, sentences]) => ({ word, ipa, sentences })))(
  '$word as $ipa',
  ({ word, ipa, sentences }) => {
    test.each(sentences)('%s', (sentence) => {
      expect(heard(sentence, word)).toBe(ipa);
    });
  },
);

test('every variant can be said by both English engines without a change', () => {
  for (const [word, { variants }] of HOMOGRAPHS) {
    expect(variants.length, word).toBeGreaterThan(1);
    for (const { ipa } of variants) {
      expect(parseIpa(ipa).length, word).toBeGreaterThan(1);
      expect(ipaToArpabet(ipa).changes, `${word} ${ipa}`).toEqual([]);
      expect(ipaToEspeak(ipa).changes, `${word} ${ipa}`).toEqual([]);
    }
  }
});

test('other words have no variants, whatever their tag', () => {
  expect(heard('The bog is wet.', 'bog')).toBeUndefined();
  expect(heard('This is so.', 'this')).toBeUndefined();
});

test.each([
  ['used', 'A thermometer is used to measure warmth.'],
  ['used', 'She used a pencil.'],
  ['dove', 'A dove sat in the ash.'],
  ['does', 'What does a cell do?'],
  ['number', 'Choose a number from one to six.'],
  ['putting', 'She is putting the plates away.'],
  ['resume', 'Lessons resume at nine.'],
  ['sewer', 'Rats lived in the sewer.'],
])('%s is left to the voice in “%s”', (word, sentence) => {
  expect(heard(sentence, word)).toBeUndefined();
});
