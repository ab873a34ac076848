import { CONDITIONS, finding, quantile, type Finding } from './conditions.ts';
import { stopVoices } from './known.ts';
import { plainSentences, SET_ASIDE, TUNED_ON } from './texts.ts';
import { TRUTH_VOICES } from './truth.ts';

/**
 * `npm run bench:align [-- tuned]`: how far words are found from where flite says that they are; on the texts
 * that were set aside, or on those that it was tuned on.
 */
const texts = (process.argv.includes('tuned') ? TUNED_ON : SET_ASIDE).map(plainSentences);
const columns = [
  'median',
  'p95',
  '≤ 50 ms',
  'wrongly left out',
  'left out, found all the same',
  'beside left out: p95',
  'largest',
  'least fit',
  'time ÷ sound',
];
console.log(`| | words | ${columns.join(' | ')} |`);
for (const condition of CONDITIONS) {
  const found: Finding[] = [];
  for (const text of texts)
    for (const voice of TRUTH_VOICES) found.push(await finding(text, voice, condition));
  const errors = found.flatMap((one) => one.errors.map(Math.abs));
  const nextToGap = found.flatMap(({ nextToMissing }) => nextToMissing);
  const sum = (of: (one: Finding) => number) => found.reduce((total, one) => total + of(one), 0);
  const wrongly = sum((one) => one.wronglyLeftOut);
  console.log(
    `| ${[
      condition.name,
      errors.length + wrongly,
      `${quantile(errors, 0.5).toFixed(1)} ms`,
      `${quantile(errors, 0.95).toFixed(1)} ms`,
      `${((100 * errors.filter((error) => error <= 50).length) / errors.length).toFixed(1)} %`,
      wrongly,
      condition.leftOut === undefined
        ? '–'
        : `${sum((one) => one.foundAllTheSame)} of ${sum((one) => one.leftOut)}`,
      nextToGap.length === 0 ? '–' : `${quantile(nextToGap, 0.95).toFixed(0)} ms`,
      nextToGap.length === 0 ? '–' : `${Math.max(...nextToGap).toFixed(0)} ms`,
      Math.min(...found.map(({ fit }) => fit)).toFixed(2),
      (sum((one) => one.took) / sum((one) => one.seconds)).toFixed(3),
    ].join(' | ')} |`,
  );
}
await stopVoices();
