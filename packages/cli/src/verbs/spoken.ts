import { expandSentence, sentencesOf } from '@aurelfield/core';
import { createInterface } from 'node:readline';
import { languageFlag, lexiconFlag, readArgs, UsageError } from '../usage.ts';

/** `spoken [--lang en-GB] [--lexicon FILE.pls]`: for each line of standard input its displayed words and what is said for them, as one JSON line. */
export async function spoken(args: string[]): Promise<void> {
  const { values, positionals } = readArgs(args, {
    lang: { type: 'string', default: 'en-GB' },
    lexicon: { type: 'string' },
  });
  if (positionals.length > 0) throw new UsageError('spoken reads standard input and takes no file.');
  const language = languageFlag(values.lang);
  const lexicon = await lexiconFlag(values.lexicon);
  for await (const line of createInterface({ input: process.stdin, crlfDelay: Infinity })) {
    const words = sentencesOf(line, language).flatMap((range) =>
      expandSentence(line.slice(range.start, range.end), language, { lexicon }).map(
        ({ text, start, end, spoken: said }) => ({
          text,
          start: start + range.start,
          end: end + range.start,
          spoken: said,
        }),
      ),
    );
    process.stdout.write(`${JSON.stringify({ words })}\n`);
  }
}
