import { dictionary } from 'cmu-pronouncing-dictionary';
import britishEnglish from 'dictionary-en-gb';
import { execFileSync } from 'node:child_process';
import { mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import nspell from 'nspell';
import { ROOT } from '../lib/prepare.mjs';

/**
 * `npm run sounds`: lays what the natural voices' own lexicon and letter rules say for each word of the CMU dictionary that is British English in spelling too against what that dictionary says, and writes those that differ in more than
 * a weak vowel to the engine's sound lexicon. Takes about six minutes.
 */
const TARGET = path.join(ROOT, 'packages/voices/src/festival/soundLexicon.json');

/** Words of ours that the dictionary lacks, in its alphabet; from memory. */
// prettier-ignore
const OURS: Readonly<Record<string, string>> = {
  litre: 'L IY1 T ER0', litres: 'L IY1 T ER0 Z', millilitre: 'M IH1 L IH0 L IY2 T ER0', millilitres: 'M IH1 L IH0 L IY2 T ER0 Z', centilitre: 'S EH1 N T IH0 L IY2 T ER0', centilitres: 'S EH1 N T IH0 L IY2 T ER0 Z', decilitre: 'D EH1 S IH0 L IY2 T ER0',
  decilitres: 'D EH1 S IH0 L IY2 T ER0 Z', centimetre: 'S EH1 N T IH0 M IY2 T ER0', centimetres: 'S EH1 N T IH0 M IY2 T ER0 Z', millimetre: 'M IH1 L IH0 M IY2 T ER0', millimetres: 'M IH1 L IH0 M IY2 T ER0 Z', decimetre: 'D EH1 S IH0 M IY2 T ER0',
  decimetres: 'D EH1 S IH0 M IY2 T ER0 Z', kilometre: 'K IH1 L AH0 M IY2 T ER0', kilometres: 'K IH1 L AH0 M IY2 T ER0 Z', micrometre: 'M AY1 K R OW0 M IY2 T ER0', micrometres: 'M AY1 K R OW0 M IY2 T ER0 Z', nanometre: 'N AE1 N OW0 M IY2 T ER0',
  nanometres: 'N AE1 N OW0 M IY2 T ER0 Z', maths: 'M AE1 TH S', gramme: 'G R AE1 M', grammes: 'G R AE1 M Z', tonne: 'T AH1 N', tonnes: 'T AH1 N Z', haemoglobin: 'HH IY2 M AH0 G L OW1 B IH0 N', oestrogen: 'IY1 S T R AH0 JH AH0 N', oesophagus: 'IY0 S AA1 F AH0 G AH0 S',
  anaemia: 'AH0 N IY1 M IY0 AH0', anaerobic: 'AE2 N AH0 R OW1 B IH0 K', aerobic: 'EH0 R OW1 B IH0 K', aluminium: 'AE2 L Y UH0 M IH1 N IY0 AH0 M', caesium: 'S IY1 Z IY0 AH0 M', sulphur: 'S AH1 L F ER0', sulphate: 'S AH1 L F EY2 T', sulphuric: 'S AH2 L F Y UH1 R IH0 K',
  manoeuvre: 'M AH0 N UW1 V ER0', mediaeval: 'M EH2 D IY0 IY1 V AH0 L', archaeology: 'AA2 R K IY0 AA1 L AH0 JH IY0', encyclopaedia: 'IH0 N S AY2 K L AH0 P IY1 D IY0 AH0', paediatric: 'P IY2 D IY0 AE1 T R IH0 K', foetus: 'F IY1 T AH0 S', diarrhoea: 'D AY2 AH0 R IY1 AH0',
  chlorophyll: 'K L AO1 R AH0 F IH2 L', chloroplast: 'K L AO1 R AH0 P L AE2 S T', chloroplasts: 'K L AO1 R AH0 P L AE2 S T S', xylem: 'Z AY1 L AH0 M', phloem: 'F L OW1 AH0 M', meiosis: 'M AY0 OW1 S AH0 S', mitosis: 'M AY0 T OW1 S AH0 S', osmosis: 'AA0 Z M OW1 S AH0 S',
  ribosome: 'R AY1 B AH0 S OW2 M', ribosomes: 'R AY1 B AH0 S OW2 M Z', cytoplasm: 'S AY1 T AH0 P L AE2 Z AH0 M', stomata: 'S T OW0 M AA1 T AH0', vacuole: 'V AE1 K Y UW0 OW2 L', enquiry: 'IH0 N K W AY1 R IY0', storey: 'S T AO1 R IY0', gaol: 'JH EY1 L', plough: 'P L AW1', draught: 'D R AE1 F T',
  draughts: 'D R AE1 F T S', cheque: 'CH EH1 K', cheques: 'CH EH1 K S', kerb: 'K ER1 B', tyre: 'T AY1 R', tyres: 'T AY1 R Z', aeroplane: 'EH1 R AH0 P L EY2 N', moustache: 'M AH1 S T AE2 SH', pyjamas: 'P AH0 JH AA1 M AH0 Z', quay: 'K IY1', isthmus: 'IH1 S M AH0 S', quaver: 'K W EY1 V ER0',
  quavers: 'K W EY1 V ER0 Z', crotchet: 'K R AA1 CH AH0 T', crotchets: 'K R AA1 CH AH0 T S', semiquaver: 'S EH1 M IY0 K W EY2 V ER0', semiquavers: 'S EH1 M IY0 K W EY2 V ER0 Z', minim: 'M IH1 N AH0 M', minims: 'M IH1 N AH0 M Z', trapezium: 'T R AH0 P IY1 Z IY0 AH0 M',
  parallelogram: 'P EH2 R AH0 L EH1 L AH0 G R AE2 M', hypotenuse: 'HH AY0 P AA1 T AH0 N UW2 Z', quadrilateral: 'K W AA2 D R AH0 L AE1 T ER0 AH0 L', numerator: 'N UW1 M ER0 EY2 T ER0', quotient: 'K W OW1 SH AH0 N T', mole: 'M OW1 L', moles: 'M OW1 L Z', kilohm: 'K IH1 L OW2 M', kilohms: 'K IH1 L OW2 M Z',
};

const spelling = nspell({ aff: Buffer.from(britishEnglish.aff), dic: Buffer.from(britishEnglish.dic) });

/** Phones without what hardly differs: unstressed vowels that are weak one way or another are one. */
function bare(phones: string): string {
  return phones
    .toLowerCase()
    .split(' ')
    .filter(Boolean)
    .map((phone) => {
      const name = phone.replace(/\d/gu, '').replace('axr', 'er');
      return /^(?:ax|ah|ih|eh|aa|ao|uh)$/u.test(name) && !/[12]$/u.test(phone)
        ? 'weak'
        : name === 'ax'
          ? 'ah'
          : name;
    })
    .join(' ')
    .replaceAll('weak r', 'er')
    .replaceAll('uw weak', 'w weak')
    .replaceAll('iy weak', 'y weak')
    .replaceAll('t y', 'ch')
    .replaceAll('ao r', 'aa r')
    .replaceAll('ao', 'aa');
}

/** What the engine itself says for some words. */
function engineSays(words: readonly string[]): Map<string, string> {
  const file = path.join(mkdtempSync(path.join(tmpdir(), 'aurelfield-sounds-')), 'words.scm');
  const asked = words
    .map((word) => `(format t "W ${word} ") (tell (lex.lookup "${word}" nil)) (format t "\\n")`)
    .join('\n');
  writeFileSync(
    file,
    `(voice_cmu_us_slt_arctic_hts)\n(define (tell entry) (mapcar (lambda (syllable) (mapcar (lambda (phone) (format t "%s%s " phone (cadr syllable))) (car syllable))) (caddr entry)))\n${asked}\n`,
  );
  const out = execFileSync('festival', ['-b', file], { maxBuffer: 1 << 28, encoding: 'utf8' });
  return new Map(
    [...out.matchAll(/^W (\S+) (.*)$/gmu)].map(([, word = '', phones = '']) => [word, phones.trim()]),
  );
}

const words = Object.keys(dictionary).filter((word) => /^[a-z]{4,}$/u.test(word) && spelling.correct(word));
const said = engineSays(words);
const differing: Record<string, string> = {};
for (const word of words) {
  const own = said.get(word);
  const variants = ['', '(1)', '(2)', '(3)'].flatMap((nth) => dictionary[word + nth] ?? []);
  const [first] = variants;
  if (own !== undefined && first !== undefined && !variants.some((variant) => bare(variant) === bare(own)))
    differing[word] = first;
}
for (const [word, phones] of Object.entries(OURS)) differing[word] = phones;
const lines = Object.entries(differing)
  .sort(([a], [b]) => (a < b ? -1 : 1))
  .map(([word, phones]) => `  ${JSON.stringify(word)}: ${JSON.stringify(phones)}`);
writeFileSync(TARGET, `{\n${lines.join(',\n')}\n}\n`);
console.log(`${lines.length} words of ${words.length} differ.`);
