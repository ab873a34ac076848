import { secondsOf, sectionsOf, type ExportDocument } from '../exportDocument.ts';
import type { Format } from '../format.ts';
import { utf8 } from '../tools/bytes.ts';

export const format: Format = {
  id: 'json',
  label: 'JSON',
  goodFor: 'programs of one’s own: text, sections, sentences and words with their times (docs/formats.md)',
  group: 'timed text',
  mediaType: 'application/json',
  extension: 'json',
  quality: [],
  needs: [],
  bytes: ({ characters }) => characters * 12,
  write: (exportDocument) => utf8(document(exportDocument)),
};

/**
 * The document of `timings.schema.json`, written piece by piece. Times are seconds with microseconds, so that
 * the sample can be told from them.
 */
function* document(exportDocument: ExportDocument): Generator<string> {
  const { facts, blocks, sentences, timeline } = exportDocument;
  const time = (samples: number) => Number(secondsOf(exportDocument, samples).toFixed(6));
  const { identifier, title, language, pupil, voice, school, className, date } = facts;
  const head = { format: 'aurelfield-timings', version: 1, identifier, title, language, pupil, voice, school, className, date, sampleRate: timeline.sampleRate, duration: time(timeline.samples) }; // prettier-ignore
  yield `${JSON.stringify(head).slice(0, -1)},\n"sections":[`;
  yield* listed(
    sectionsOf(exportDocument).map(({ title: name, level, from, to, firstBlock }) => ({
      title: name,
      level,
      block: firstBlock,
      start: time(from),
      end: time(to),
    })),
  );
  yield '],\n"blocks":[';
  yield* listed(
    blocks.map(({ type, level, label, language: own, silent, text }) => ({
      type,
      ...(level === undefined ? {} : { level }),
      ...(label === undefined ? {} : { label }),
      ...(own === undefined ? {} : { language: own }),
      ...(silent ? { silent } : {}),
      text,
    })),
  );
  yield '],\n"sentences":[';
  yield* listed(
    sentences.map(({ block, start, end, words, plan }, nth) => {
      const timed = timeline.sentences[nth];
      return {
        block,
        from: start,
        to: end,
        start: time(timed?.from ?? 0),
        end: time(timed?.to ?? 0),
        spoken: plan.words.join(' '),
        words: words.map((word, i) => ({
          text: blocks[block]?.text.slice(word.start, word.end) ?? '',
          from: word.start,
          to: word.end,
          start: time(timed?.words[i]?.from ?? 0),
          end: time(timed?.words[i]?.to ?? 0),
        })),
      };
    }),
  );
  yield ']}\n';
}

function* listed(items: readonly object[]): Generator<string> {
  for (const [nth, item] of items.entries()) yield `${nth === 0 ? '' : ','}\n${JSON.stringify(item)}`;
}
