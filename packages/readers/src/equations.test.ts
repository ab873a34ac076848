import { mathmlLine, type NodeLike } from '@aurelfield/core/page';
import { expandSentence, DEFAULT_CHOICES } from '@aurelfield/core/speech';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import path from 'node:path';
import { parseHTML } from 'linkedom';
import { beforeAll, describe, expect, test } from 'vitest';
import { readDocument } from './readDocument.ts';

/**
 * Equations of documents that pandoc 2.17 wrote from one text of ours (fixtures/sums.*), and forty-odd of its
 * MathML (fixtures/formulae.html) against the speech rules of another library.
 */
const fixture = (name: string) => readFileSync(new URL(`../fixtures/${name}`, import.meta.url));
const read = async (name: string) => (await readDocument(name, fixture(name), { isWord: () => true })).blocks;

const SUMS = [
  'paragraph: The height of the tide is h = (a + b)/2 where a and b are in metres.',
  'equation: x = (−b ± √(b² − 4ac))/(2a)',
  'paragraph: Work out ∛27 and 2^(n + 1) when n = 3.',
  'equation: ∑_(i=1)^n i² = 1/6 n(n + 1)(2n + 1)',
  'equation: ∫_0^1 x² dx = 1/3',
  'list-item: the mean is x̄ = (∑ x)/n',
  'list-item: the speed is v_max = 3.5',
  'list-item: sin² θ + cos² θ = 1',
  'equation: [1,2;3,4][x;y] = [5;6]',
  'equation: (n choose k) = n!/(k!(n − k)!)',
  'equation: lim_(x→0) (sin x)/x = 1',
  'equation: f(x) = −x if x < 0; x otherwise',
  'paragraph: The vector v⃗ has length |v| ≤ 5 and AB⃗ is longer.',
];

describe('the same equations', () => {
  test.each(['sums.docx', 'sums.odt', 'sums.html', 'sums.epub'])('in %s are on their lines', async (name) => {
    const found = (await read(name))
      .filter(({ type }) => type !== 'heading')
      .map(({ type, text }) => `${type}: ${text}`);
    expect(found).toEqual(SUMS);
  });

  test('on a slide are in its text', async () => {
    const found = (await read('sums.pptx'))
      .filter(({ type }) => type !== 'heading')
      .map(({ text }) => text.replace(/ \.$/u, '.'));
    expect(found).toEqual(SUMS.map((line) => line.slice(line.indexOf(': ') + 2)));
  });
});

describe('equations of web pages', () => {
  const half = '<math><mfrac><mn>1</mn><mi>x</mi></mfrac></math>';
  const blocksOf = async (html: string) =>
    (
      await readDocument('page.html', new TextEncoder().encode(`<html><body>${html}</body></html>`), {
        isWord: () => true,
      })
    ).blocks.map(({ type, text }) => `${type}: ${text}`);
  test.each([
    ['alone in a paragraph', `<p>${half}</p>`, ['equation: 1/x']],
    [
      'on a line of its own',
      `<p>So <math display="block"><mi>y</mi></math> is it.</p>`,
      ['paragraph: So', 'equation: y', 'paragraph: is it.'],
    ],
    ['in a sentence', `<p>Take ${half} of it.</p>`, ['paragraph: Take 1/x of it.']],
    [
      'hidden beside its picture',
      `<p>Take <span><span style="display: none">${half}</span><img alt="{\\displaystyle {\\frac {1}{x}}}"></span> of it.</p>`,
      ['paragraph: Take 1/x of it.'],
    ],
    [
      'beside what only looks like it',
      `<p>Take <span><span>${half}</span><span aria-hidden="true">1 x</span></span> of it.</p>`,
      ['paragraph: Take 1/x of it.'],
    ],
    [
      'with its source noted',
      '<p><math><semantics><mi>y</mi><annotation encoding="application/x-tex">y</annotation></semantics></math></p>',
      ['equation: y'],
    ],
    [
      'in a cell',
      `<table><tr><th>a</th><th>b</th></tr><tr><td>${half}</td><td>2</td></tr></table>`,
      ['table-row: a\tb', 'table-row: 1/x\t2'],
    ],
    ['without anything in it', '<p>So <math></math> it is.</p>', ['paragraph: So it is.']],
  ])('%s', async (_name, html, blocks) => {
    expect(await blocksOf(html)).toEqual(blocks);
  });

  test('nested a thousand times is read or left, and no more', async () => {
    const deep = `<math>${'<msqrt>'.repeat(1000)}<mi>x</mi>${'</msqrt>'.repeat(1000)}</math>`;
    expect((await blocksOf(`<p>Before.</p><p>${deep}</p>`))[0]).toBe('paragraph: Before.');
  });
});

interface SpeechRules {
  readonly setupEngine: (options: Readonly<Record<string, string>>) => Promise<unknown>;
  readonly toSpeech: (mathml: string) => string;
}

/** Words that tell how an equation is built rather than what it holds, in our way or the library's. */
const BUILDING =
  /\b(?:the|of|open|close|bracket|paren|all|to|power|raised|from|fraction|with|numerator|and|denominator|sub|base|set|is|in|comma|end|over|from|as|tends|lim|limit|right|arrow|absolute|value|modulus)\b/giu;
/** Names that the library, American in its ways, has for the same. */
const SAME: readonly (readonly [RegExp, string])[] = [
  [/\ba member of\b/gu, ''],
  [/\bnegative\b/gu, 'minus'],
  [/\bfourth(s?)\b/gu, 'quarter$1'],
  [/\bdot dot dot\b/gu, 'and so on'],
  [/\bd (\w) over d\b/gu, 'd $1 by d'],
  [/\boverline\b/gu, 'bar'],
  [/\btangent\b/gu, 'tan'],
  [/\bdouble arrow\b/gu, 'implies'],
  [/\balmost equals\b/gu, 'approximately equal'],
  [/(\d+) (?:raised to the )?composed with power/gu, '$1 degrees'],
  [/to the (.+?) power/gu, '$1'],
  // It takes a letter before another for a function.
  [/close paren times open paren/gu, ''],
];

const content = (words: string) => words.toLowerCase().replace(BUILDING, ' ').split(/\s+/u).filter(Boolean);

describe('formulae have the numbers, letters and operations that the library speech-rule-engine (ClearSpeak rules) finds in them, in its order', () => {
  let rules: SpeechRules;
  beforeAll(async () => {
    const require = createRequire(import.meta.url);
    const home = path.dirname(require.resolve('speech-rule-engine/package.json'));
    rules = require('speech-rule-engine') as SpeechRules;
    await rules.setupEngine({
      locale: 'en',
      domain: 'clearspeak',
      modality: 'speech',
      json: path.join(home, 'lib/mathmaps'),
    });
  });
  const { document } = parseHTML(fixture('formulae.html').toString());
  test.each(
    [...document.querySelectorAll('math')].map(
      (math) => [mathmlLine(math as unknown as NodeLike), math] as const,
    ),
  )('%s', (line, math) => {
    const ours = expandSentence(line, 'en-GB', {
      isEquation: true,
      choices: { ...DEFAULT_CHOICES, subject: 'maths' },
    }).flatMap(({ spoken }) => spoken);
    let theirs = rules.toSpeech(math.outerHTML.replace(/<annotation[\s\S]*?<\/annotation>/u, ''));
    for (const [name, same] of SAME) theirs = theirs.replace(name, same);
    const counted = theirs.replace(/\d+(?:\.\d+)?/gu, (number) =>
      expandSentence(number, 'en-GB')
        .flatMap(({ spoken }) => spoken)
        .join(' '),
    );
    expect(content(ours.join(' ').replace('is a subset of', 'subset'))).toEqual(content(counted));
  });
});
