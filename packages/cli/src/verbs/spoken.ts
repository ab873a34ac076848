import { DEFAULT_CHOICES, expandSentence, leftOutOf, SUBJECTS, type Subject } from '@aurelfield/core/speech';
import { sentencesOf } from '@aurelfield/core/text';
import { createInterface } from 'node:readline';
import { lexiconFlag } from '../lexiconFlag.ts';
import type { Terminal } from '../terminal.ts';
import { languageFlag, readArgs, UsageError } from '../usage.ts';

/**
 * `spoken [--lang en-GB] [--subject maths] [--lexicon FILE.pls]`: for each line of standard input its
 * displayed words and what is said for them, and what is left out, as one JSON line.
 */
export async function spoken(args: string[], terminal: Terminal): Promise<void> {
  const { values, positionals } = readArgs(args, {
    lang: { type: 'string', default: 'en-GB' },
    subject: { type: 'string' },
    lexicon: { type: 'string' },
  });
  if (positionals.length > 0) throw new UsageError('spoken reads standard input and takes no file.');
  const language = languageFlag(values.lang);
  const choices = { ...DEFAULT_CHOICES, subject: subjectFlag(values.subject) };
  const lexicon = await lexiconFlag(values.lexicon, terminal);
  for await (const line of createInterface({ input: terminal.input, crlfDelay: Infinity })) {
    const words = sentencesOf(line, language).flatMap((range) =>
      expandSentence(line.slice(range.start, range.end), language, { lexicon, choices }).map(
        ({ text, start, end, spoken: said }) => ({
          text,
          start: start + range.start,
          end: end + range.start,
          spoken: said,
        }),
      ),
    );
    const left = leftOutOf([{ type: 'paragraph', text: line, offset: 0 }], language, choices).map(
      ({ text, start, end, rule }) => ({ text, start, end, rule }),
    );
    terminal.output(`${JSON.stringify({ words, left })}\n`);
  }
}

function subjectFlag(name: string | undefined): Subject | undefined {
  const subject = SUBJECTS.find((one) => one === name);
  if (name !== undefined && subject === undefined)
    throw new UsageError(`--subject takes ${SUBJECTS.join(', ')}, not “${name}”.`);
  return subject;
}
