import { describe, expect, test } from 'vitest';
import { sectionsOf, textOfSentence, type Edition } from '../edition.ts';
import { FormatError } from '../format.ts';
import { fullEdition, sampleEdition } from '../testing/sampleEdition.ts';
import { whole } from '../tools/bytes.ts';
import { joinedEdition } from './joined.ts';
import { repeatedEdition } from './repeated.ts';
import { sectionEdition } from './section.ts';

const pcm = async ({ render, timeline }: Edition) => {
  const bytes = Buffer.from(await whole(render(timeline.pieces)));
  return new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
};
/** The sound of a sentence of an edition. */
const heard = async (edition: Edition, nth: number) => {
  const { from = 0, to = 0 } = edition.timeline.sentences[nth] ?? {};
  return (await pcm(edition)).slice(from, to);
};

describe('sections', () => {
  test('cover the whole, in order', async () => {
    const edition = await fullEdition();
    const sections = sectionsOf(edition);
    expect(sections.map(({ title, level }) => `${level} ${title}`)).toEqual([
      '1 The tide mill',
      '2 What you need',
      '2 In other words',
    ]);
    expect(sections[0]?.from).toBe(0);
    expect(sections.at(-1)?.to).toBe(edition.timeline.samples);
    sections.slice(1).forEach(({ from, firstBlock }, nth) => {
      expect(from).toBe(sections[nth]?.to);
      expect(firstBlock).toBe(sections[nth]?.endBlock);
    });
  });

  test('what stands before the first heading is a section under the title; a heading that is not heard begins none', () => {
    const { length } = sectionsOf(
      sampleEdition({
        blocks: [
          { type: 'paragraph', text: 'Before.' },
          { type: 'heading', level: 1, text: 'Shown only', silent: true },
          { type: 'heading', level: 2, text: 'Heard' },
          { type: 'paragraph', text: 'After.' },
        ],
      }),
    );
    expect(length).toBe(2);
  });

  test('one by one hold all sentences, and their sound is that of the whole', async () => {
    const edition = await fullEdition();
    const parts = sectionsOf(edition).map((_one, nth) => sectionEdition(edition, nth));
    expect(parts.reduce((sum, { sentences }) => sum + sentences.length, 0)).toBe(edition.sentences.length);
    expect(parts.reduce((sum, { timeline }) => sum + timeline.samples, 0)).toBe(edition.timeline.samples);
    const second = parts[1];
    if (!second) throw new Error('no section');
    expect(second.facts.title).toBe('The tide mill: What you need');
    expect(textOfSentence(second, second.sentences[0]!)).toBe('What you need'); // eslint-disable-line @typescript-eslint/no-non-null-assertion -- it has sentences
    const first = edition.sentences.findIndex(({ block }) => block === 3);
    expect(await heard(second, 1)).toEqual(await heard(edition, first + 1));
  });
});

test('repeated: each sentence as often as asked, its sound unchanged, a gap as long as it after each', async () => {
  const edition = await fullEdition();
  const repeated = repeatedEdition(edition, { times: 3, gap: 1.5 });
  expect(repeated.sentences).toHaveLength(edition.sentences.length * 3);
  const sound = await pcm(repeated);
  expect(sound).toHaveLength(repeated.timeline.samples);
  for (const nth of [0, 1, 4]) {
    const own = await heard(edition, nth);
    for (const time of [0, 1, 2]) {
      const { from = 0, to = 0 } = repeated.timeline.sentences[nth * 3 + time] ?? {};
      expect(sound.slice(from, to)).toEqual(own);
      const gap = sound.slice(to, to + Math.round(own.length * 1.5));
      expect(gap.every((value) => value === 0)).toBe(true);
    }
  }
});

describe('joined', () => {
  const other = sampleEdition({
    title: 'Second',
    blocks: [
      { type: 'heading', level: 1, text: 'Second' },
      { type: 'paragraph', text: 'A bell rings twice.' },
    ],
  });
  const joining = { title: 'Both', identifier: 'urn:uuid:1', pause: 2 };

  test('sentences keep their sound, times move, sections are those of all', async () => {
    const first = await fullEdition();
    const both = joinedEdition([first, other], { ...joining, opening: 'reeds', closing: 'bowl' });
    expect(sectionsOf(both).map(({ title }) => title)).toEqual(['The tide mill', 'What you need', 'In other words', 'Second']); // prettier-ignore
    expect((await pcm(both)).length).toBe(both.timeline.samples);
    const nth = first.sentences.length + 1;
    expect(await heard(both, nth)).toEqual(await heard(other, 1));
    expect(await heard(both, 2)).toEqual(await heard(first, 2));
    // The sound that opens is heard.
    expect((await pcm(both)).slice(2000, 20_000).some((value) => Math.abs(value) > 1000)).toBe(true);
  });

  test('none, or different rates, are refused in words', async () => {
    expect(() => joinedEdition([], joining)).toThrow(FormatError);
    const slow = sampleEdition({ sampleRate: 16_000, blocks: [{ type: 'paragraph', text: 'Low.' }] });
    const first = await fullEdition();
    expect(() => joinedEdition([first, slow], joining)).toThrow(/different rates/u);
  });
});
