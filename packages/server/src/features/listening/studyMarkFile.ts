import type { StudyMark } from '@aurelfield/api';
import type { TextBlock } from '@aurelfield/core/text';
import { Document, HeadingLevel, Packer, Paragraph, TextRun } from 'docx';

/** The colours' names, and how a document shows them behind the words. */
const COLOURS: Readonly<Record<StudyMark['colour'], { readonly name: string; readonly fill: string }>> = {
  amber: { name: 'Amber', fill: 'F2DBA6' },
  fern: { name: 'Fern green', fill: 'C4E3CA' },
  sky: { name: 'Sky blue', fill: 'C1DEF3' },
  rose: { name: 'Rose', fill: 'F3CAD6' },
  violet: { name: 'Violet', fill: 'DDD0F2' },
};

/** Marks by colour, in each colour in the order of the text. */
function byColour(
  marks: readonly StudyMark[],
  blocks: readonly TextBlock[],
): { name: string; fill: string; marks: StudyMark[] }[] {
  const places = new Map(blocks.map(({ id }, index) => [id, index]));
  const place = ({ block }: StudyMark) => places.get(block) ?? Infinity;
  return (Object.keys(COLOURS) as StudyMark['colour'][]).flatMap((colour) => {
    const own = marks
      .filter((mark) => mark.colour === colour)
      .sort((a, b) => place(a) - place(b) || a.start - b.start);
    return own.length === 0 ? [] : [{ ...COLOURS[colour], marks: own }];
  });
}

/** The list of marks as plain text. */
export function marksAsText(
  title: string,
  marks: readonly StudyMark[],
  blocks: readonly TextBlock[],
): string {
  const parts = byColour(marks, blocks).map(({ name, marks: own }) => {
    const lines = own.map(
      ({ written, note }) => `- ${oneLine(written)}${note === '' ? '' : `\n  ${oneLine(note)}`}`,
    );
    return `${name}\n${lines.join('\n')}`;
  });
  return `${title}\n\n${parts.join('\n\n')}\n`;
}

/** The list of marks as a Word document (OOXML). */
export function marksAsDocx(
  title: string,
  marks: readonly StudyMark[],
  blocks: readonly TextBlock[],
): Promise<Buffer> {
  const children = byColour(marks, blocks).flatMap(({ name, fill, marks: own }) => [
    new Paragraph({ text: name, heading: HeadingLevel.HEADING_2 }),
    ...own.map(
      ({ written, note }) =>
        new Paragraph({
          bullet: { level: 0 },
          children: [
            new TextRun({ text: oneLine(written), shading: { type: 'clear', color: 'auto', fill } }),
            ...(note === '' ? [] : [new TextRun({ text: oneLine(note), italics: true, break: 1 })]),
          ],
        }),
    ),
  ]);
  return Packer.toBuffer(
    new Document({
      title,
      creator: 'Aurelfield',
      sections: [
        { children: [new Paragraph({ text: title, heading: HeadingLevel.HEADING_1 }), ...children] },
      ],
    }),
  );
}

function oneLine(text: string): string {
  return text.replace(/\s+/gu, ' ').trim();
}
