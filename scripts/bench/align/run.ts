import { alignWords } from '../../../packages/core/src/align/speech/alignWords.ts';
import { SPEECH_RATE } from '../../../packages/core/src/align/speech/spectra.ts';
import { saidBy, stopVoices } from './known.ts';
import { plainSentences, SET_ASIDE, TUNED_ON } from './texts.ts';
import { chance, spokenByFlite, TRUTH_VOICES, withNoise, type Truth } from './truth.ts';

/** A way in which a recording differs from its text. */
interface Condition {
  readonly name: string;
  readonly stretch?: number;
  readonly decibels?: number;
  readonly leftOut?: number;
  readonly added?: number;
}
const CONDITIONS: readonly Condition[] = [
  { name: 'clean' },
  { name: '20 dB', decibels: 20 },
  { name: '10 dB', decibels: 10 },
  { name: 'left out', leftOut: 0.05 },
  { name: 'added', added: 0.05 },
  { name: 'faster', stretch: 1 / 1.2 },
  { name: 'slower', stretch: 1.2 },
];

const args = new Map(process.argv.slice(2).map((arg) => arg.split('=') as [string, string]));
const most = Number(args.get('files') ?? 5);
const files = args.get('set') === 'aside' ? SET_ASIDE : TUNED_ON;
const only = args.get('only')?.split(',');
const voice = args.get('voice') ?? 'espeak-en-gb-higher-1';
const results = new Map<
  string,
  {
    errors: number[];
    neighbours: number[];
    falsePositives: number;
    missed: number;
    absent: number;
    low: number[];
    seconds: number;
    took: number;
  }
>();
for (const file of files.slice(0, most)) {
  const text = plainSentences(file);
  for (const speaker of TRUTH_VOICES) {
    for (const condition of CONDITIONS) {
      if (only && !only.includes(condition.name)) continue;
      const next = chance(file.length + speaker.length);
      // What the text has, and what is said.
      const written: string[][] = [];
      const said: string[][] = [];
      const isSaid: boolean[] = [];
      const isWritten: boolean[] = [];
      for (const sentence of text) {
        const [w, s]: [string[], string[]] = [[], []];
        for (const word of sentence) {
          const drop = next() < (condition.leftOut ?? 0);
          const add = next() < (condition.added ?? 0);
          w.push(word);
          isSaid.push(!drop);
          if (!drop) {
            s.push(word);
            isWritten.push(true);
          }
          if (add) {
            s.push(word);
            isWritten.push(false);
          }
        }
        written.push(w);
        said.push(s);
      }
      const truth: Truth = await spokenByFlite(speaker, said, condition.stretch);
      const known = await saidBy(voice, written);
      if (known.words.length !== isSaid.length) {
        console.log('other words', file, known.spoken.length, isSaid.length);
        continue;
      }
      const pcm = condition.decibels === undefined ? truth.pcm : withNoise(truth.pcm, condition.decibels);
      const began = performance.now();
      const { words: aligned } = alignWords(known, pcm);
      const took = (performance.now() - began) / 1000;
      const own = results.get(condition.name) ?? {
        errors: [],
        neighbours: [],
        falsePositives: 0,
        missed: 0,
        absent: 0,
        low: [],
        seconds: 0,
        took: 0,
      };
      results.set(condition.name, own);
      own.seconds += pcm.length / SPEECH_RATE;
      own.took += took;
      const spoken = truth.words.filter((_, i) => isWritten[i]);
      let at = 0;
      isSaid.forEach((was, i) => {
        const range = aligned[i]?.range;
        if (!was) {
          own.absent += 1;
          if (range) own.missed += 1;
          return;
        }
        const true_ = spoken[at++];
        if (!true_) throw new Error('more words than were said');
        if (!range) {
          own.falsePositives += 1;
          return;
        }
        const error = ((range.from - true_.from) / SPEECH_RATE) * 1000;
        own.errors.push(error);
        if (isSaid[i - 1] === false || isSaid[i + 1] === false) {
          own.neighbours.push(Math.abs(error));
          if (args.has('tell') && Math.abs(error) > 70)
            console.log(
              speaker,
              file.slice(-9),
              known.spoken
                .slice(i - 2, i + 3)
                .map((w, k) => (isSaid[i - 2 + k] ? w : `[${w}${aligned[i - 2 + k]?.range ? '!' : ''}]`))
                .join(' '),
              error.toFixed(0),
            );
        }
      });
    }
  }
}
await stopVoices();
const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(share * (values.length - 1))] ?? NaN;
for (const [name, { errors, neighbours, falsePositives, missed, absent, seconds, took }] of results) {
  const absolute = errors.map(Math.abs);
  console.log(
    `${name.padEnd(9)} words ${errors.length} median ${at(absolute, 0.5).toFixed(1)} p95 ${at(absolute, 0.95).toFixed(1)} ≤50ms ${((100 * absolute.filter((e) => e <= 50).length) / absolute.length).toFixed(1)} % bias ${at(errors, 0.5).toFixed(1)} max ${Math.max(...absolute).toFixed(0)}` +
      ` wrongly left out ${falsePositives} not seen ${missed}/${absent} neighbours max ${neighbours.length ? Math.max(...neighbours).toFixed(0) : '-'} p95 ${at(neighbours, 0.95).toFixed(0)} time ${(took / seconds).toFixed(3)}`,
  );
}
