import { secondsOf, sectionsOf, textOfSentence, type ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'textgrid',
  label: 'TextGrid',
  goodFor: 'speech research and speech therapy: sections, sentences and words as tiers',
  group: 'timed text',
  mediaType: 'text/plain',
  extension: 'TextGrid',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 16,
  write: (exportDocument) => utf8(grid(exportDocument)),
};

interface Interval {
  readonly from: number;
  readonly to: number;
  readonly text: string;
}

function* grid(exportDocument: ExportDocument): Generator<string> {
  const { timeline, sentences, blocks } = exportDocument;
  const end = secondsOf(exportDocument, timeline.samples);
  const tiers = [
    {
      name: 'sections',
      intervals: sectionsOf(exportDocument).map(({ title, from, to }) => ({ from, to, text: title })),
    },
    {
      name: 'sentences',
      intervals: sentences.map((sentence, nth) => ({
        ...range(nth),
        text: textOfSentence(exportDocument, sentence),
      })),
    },
    {
      name: 'words',
      intervals: sentences.flatMap(({ block, words }, nth) =>
        words.map(({ start, end: stop }, i) => ({
          from: timeline.sentences[nth]?.words[i]?.from ?? 0,
          to: timeline.sentences[nth]?.words[i]?.to ?? 0,
          text: blocks[block]?.text.slice(start, stop) ?? '',
        })),
      ),
    },
  ];
  yield `File type = "ooTextFile"\nObject class = "TextGrid"\n\nxmin = 0\nxmax = ${end}\ntiers? <exists>\nsize = ${tiers.length}\nitem []:\n`;
  for (const [nth, { name, intervals }] of tiers.entries()) {
    const filled = withSilence(intervals, timeline.samples);
    yield `    item [${nth + 1}]:\n        class = "IntervalTier"\n        name = "${name}"\n        xmin = 0\n        xmax = ${end}\n        intervals: size = ${filled.length}\n`;
    for (const [i, { from, to, text }] of filled.entries())
      yield `        intervals [${i + 1}]:\n            xmin = ${secondsOf(exportDocument, from)}\n            xmax = ${secondsOf(exportDocument, to)}\n            text = "${text.replace(/\s+/gu, ' ').replace(/"/gu, '""')}"\n`;
  }

  function range(nth: number): { from: number; to: number } {
    const { from = 0, to = 0 } = timeline.sentences[nth] ?? {};
    return { from, to };
  }
}

/**
 * Intervals without gaps and without overlaps, from 0 to the end; those of no length are left out, since a
 * tier cannot hold them.
 */
function withSilence(intervals: readonly Interval[], samples: number): Interval[] {
  const filled: Interval[] = [];
  let at = 0;
  for (const { from, to, text } of intervals) {
    const start = Math.max(at, from);
    if (to <= start) continue;
    if (start > at) filled.push({ from: at, to: start, text: '' });
    filled.push({ from: start, to, text });
    at = to;
  }
  if (at < samples || filled.length === 0) filled.push({ from: at, to: Math.max(samples, at + 1), text: '' });
  return filled;
}
