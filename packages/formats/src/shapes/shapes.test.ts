import { describe, expect, test } from 'vitest';
import { sectionsOf, textOfSentence, type ExportDocument } from '../exportDocument.ts';
import { FormatError } from '../format.ts';
import { fullExportDocument, sampleExportDocument } from '../testing/sampleExportDocument.ts';
import { whole } from '../tools/bytes.ts';
import { joinedExportDocument } from './joined.ts';
import { repeatedExportDocument } from './repeated.ts';
import { sectionExportDocument } from './section.ts';

const pcm = async ({ render, timeline }: ExportDocument) => {
  const bytes = Buffer.from(await whole(render(timeline.pieces)));
  return new Int16Array(bytes.buffer, bytes.byteOffset, bytes.length / 2);
};
/** The sound of a sentence of an edition. */
const heard = async (exportDocument: ExportDocument, nth: number) => {
  const { from = 0, to = 0 } = exportDocument.timeline.sentences[nth] ?? {};
  return (await pcm(exportDocument)).slice(from, to);
};

describe('sections', () => {
  test('cover the whole, in order', async () => {
    const exportDocument = await fullExportDocument();
    const sections = sectionsOf(exportDocument);
    expect(sections.map(({ title, level }) => `${level} ${title}`)).toEqual([
      '1 The tide mill',
      '2 What you need',
      '2 In other words',
    ]);
    expect(sections[0]?.from).toBe(0);
    expect(sections.at(-1)?.to).toBe(exportDocument.timeline.samples);
    sections.slice(1).forEach(({ from, firstBlock }, nth) => {
      expect(from).toBe(sections[nth]?.to);
      expect(firstBlock).toBe(sections[nth]?.endBlock);
    });
  });

  test('what stands before the first heading is a section under the title; a heading that is not heard begins none', () => {
    const { length } = sectionsOf(
      sampleExportDocument({
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
    const exportDocument = await fullExportDocument();
    const parts = sectionsOf(exportDocument).map((_one, nth) => sectionExportDocument(exportDocument, nth));
    expect(parts.reduce((sum, { sentences }) => sum + sentences.length, 0)).toBe(
      exportDocument.sentences.length,
    );
    expect(parts.reduce((sum, { timeline }) => sum + timeline.samples, 0)).toBe(
      exportDocument.timeline.samples,
    );
    const second = parts[1];
    if (!second) throw new Error('no section');
    expect(second.facts.title).toBe('The tide mill: What you need');
    expect(textOfSentence(second, second.sentences[0]!)).toBe('What you need'); // eslint-disable-line @typescript-eslint/no-non-null-assertion -- it has sentences
    const first = exportDocument.sentences.findIndex(({ block }) => block === 3);
    expect(await heard(second, 1)).toEqual(await heard(exportDocument, first + 1));
  });
});

test('repeated: each sentence as often as asked, its sound unchanged, a gap as long as it after each', async () => {
  const exportDocument = await fullExportDocument();
  const repeated = repeatedExportDocument(exportDocument, { times: 3, gap: 1.5 });
  expect(repeated.sentences).toHaveLength(exportDocument.sentences.length * 3);
  const sound = await pcm(repeated);
  expect(sound).toHaveLength(repeated.timeline.samples);
  for (const nth of [0, 1, 4]) {
    const own = await heard(exportDocument, nth);
    for (const time of [0, 1, 2]) {
      const { from = 0, to = 0 } = repeated.timeline.sentences[nth * 3 + time] ?? {};
      expect(sound.slice(from, to)).toEqual(own);
      const gap = sound.slice(to, to + Math.round(own.length * 1.5));
      expect(gap.every((value) => value === 0)).toBe(true);
    }
  }
});

describe('joined', () => {
  const other = sampleExportDocument({
    title: 'Second',
    blocks: [
      { type: 'heading', level: 1, text: 'Second' },
      { type: 'paragraph', text: 'A bell rings twice.' },
    ],
  });
  const joining = { title: 'Both', identifier: 'urn:uuid:1', pause: 2 };

  test('sentences keep their sound, times move, sections are those of all', async () => {
    const first = await fullExportDocument();
    const both = joinedExportDocument([first, other], { ...joining, opening: 'reeds', closing: 'bowl' });
    expect(sectionsOf(both).map(({ title }) => title)).toEqual(['The tide mill', 'What you need', 'In other words', 'Second']); // prettier-ignore
    expect((await pcm(both)).length).toBe(both.timeline.samples);
    const nth = first.sentences.length + 1;
    expect(await heard(both, nth)).toEqual(await heard(other, 1));
    expect(await heard(both, 2)).toEqual(await heard(first, 2));
    // The sound that opens is heard.
    expect((await pcm(both)).slice(2000, 20_000).some((value) => Math.abs(value) > 1000)).toBe(true);
  });

  test('none, or different rates, are refused in words', async () => {
    expect(() => joinedExportDocument([], joining)).toThrow(FormatError);
    const slow = sampleExportDocument({ sampleRate: 16_000, blocks: [{ type: 'paragraph', text: 'Low.' }] });
    const first = await fullExportDocument();
    expect(() => joinedExportDocument([first, slow], joining)).toThrow(/different rates/u);
  });
});
