import { digitByDigit } from '../numbers.ts';
import { ENGLISH_NUMBERS, LOWERED } from '../words/englishWords.ts';
import type { Rule } from '../types.ts';
import { sayWhole } from './englishNumbers.ts';
import { plain } from './linear.ts';
import { plainWords } from './plain.ts';

/** Endings of file names that are said as words; others are spelled. */
const SAID_ENDINGS = new Set(
  ['doc', 'zip', 'wav', 'jar', 'bat', 'bin', 'text', 'html'].filter((name) => name !== 'html'),
);
const ENDINGS =
  'txt|docx?|pdf|png|jpe?g|gif|svg|csv|xlsx?|pptx?|py|js|ts|java|cpp|html?|css|mp[34]|wav|zip|exe|json|xml|md|sql|odt|ods|bmp|ini|bat|jar|bin';
const FILE_NAME = new RegExp(String.raw`^([\p{L}\p{N}][\p{L}\p{N}_-]*)\.(${ENDINGS})$`, 'iu');

/** file.txt, main.py */
const fileName: Rule = {
  name: 'file name',
  apply({ token, locale }) {
    const match = FILE_NAME.exec(token.text);
    if (!match) return undefined;
    const ending = match[2] ?? '';
    return [
      [
        ...sayIdentifier(match[1] ?? '', locale),
        'dot',
        ...(SAID_ENDINGS.has(ending.toLowerCase()) ? [ending.toLowerCase()] : sayEnding(ending, locale)),
      ],
    ];
  },
};

/** C++, C#, F#: names of languages. */
const language: Rule = {
  name: 'programming language',
  apply({ token }) {
    if (token.text === 'C++') return [['C', 'plus', 'plus']];
    return /^[CF]#$/u.test(token.text) ? [[token.text[0] ?? '', 'sharp']] : undefined;
  },
};

/** userName, total_score: words joined in a name. */
const identifier: Rule = {
  name: 'name in a program',
  apply({ token, locale }) {
    const { text } = token;
    const isCamel = /^\p{Ll}{2,}(?:\p{Lu}\p{Ll}+)+\d*$/u.test(text);
    const isSnake = /^\p{L}{2,}(?:_\p{L}+)+$/u.test(text);
    return isCamel || isSnake ? [sayIdentifier(text, locale)] : undefined;
  },
};

/** 0xFF, 1011₂, FF₁₆: numbers to another base. */
const otherBase: Rule = {
  name: 'number to another base',
  apply({ token, locale }) {
    const hex = /^0x([\dA-F]+)$/iu.exec(token.text);
    if (hex) return [['zero', 'X', ...sayFigures(hex[1] ?? '')]];
    const based = /^([\dA-F]+)(₂|₈|₁₀|₁₆)$/u.exec(token.text);
    if (!based || (!/^\d/u.test(token.text) && based[2] !== '₁₆')) return undefined;
    const base = plain(based[2] ?? '', LOWERED);
    const figures = base === '10' ? sayWhole(based[1] ?? '', locale) : sayFigures(based[1] ?? '');
    return [[...figures, 'base', ...sayWhole(base, locale)]];
  },
};

/** <p>, </body>: the signs are said, so that nothing that is typed is missing. */
const tag: Rule = {
  name: 'tag',
  apply({ token }) {
    const match = /^<(\/?)(\p{L}[\p{L}\d]*)\s?(\/?)>$/u.exec(token.text);
    if (!match) return undefined;
    const name = match[2] ?? '';
    const said =
      name.length <= 3 && !/^(?:nav|sub|sup|map|pre|var|div)$/iu.test(name)
        ? sayFigures(name)
        : [name.toLowerCase()];
    return [
      [
        'less',
        'than',
        ...(match[1] === '' ? [] : ['slash']),
        ...said,
        ...(match[3] === '' ? [] : ['slash']),
        'greater',
        'than',
      ],
    ];
  },
};

/** 1080p, 720p of a picture's height. */
const resolution: Rule = {
  name: 'resolution',
  apply: ({ token, locale }) => {
    const height = /^(480|720|1080|1440|2160)p$/u.exec(token.text)?.[1];
    if (height === undefined) return undefined;
    const [first, rest] =
      height.length === 4 ? [height.slice(0, 2), height.slice(2)] : [height.slice(0, 1), height.slice(1)];
    return [[...sayWhole(first, locale), ...sayWhole(rest, locale), 'P']];
  },
};

/** <h1>Title</h1>: text between tags. */
const tagged: Rule = {
  name: 'tag',
  apply(input) {
    if (!/<\/?\p{L}[\p{L}\d]*\/?>/u.test(input.token.text)) return undefined;
    const parts = input.token.text.match(/<\/?\p{L}[\p{L}\d]*\/?>|[^<>]+/gu) ?? [];
    if (parts.length < 2 || parts.join('') !== input.token.text) return undefined;
    return [
      parts.flatMap(
        (text) => tag.apply({ ...input, token: { ...input.token, text } })?.[0] ?? plainWords(text),
      ),
    ];
  },
};

/** 192.168.0.1: an address of a network, figure by figure. */
const networkAddress: Rule = {
  name: 'network address',
  apply({ token }) {
    if (!/^\d{1,3}(?:\.\d{1,3}){3}$/u.test(token.text)) return undefined;
    return [token.text.split('.').flatMap((part, i) => [...(i === 0 ? [] : ['dot']), ...sayFigures(part)])];
  },
};

export const codeRules: readonly Rule[] = [
  tagged,
  networkAddress,
  fileName,
  language,
  identifier,
  otherBase,
  tag,
  resolution,
];

function sayIdentifier(name: string, locale: string): string[] {
  return name
    .split(/[_-]+|(?<=\p{Ll})(?=\p{Lu})/u)
    .flatMap((part) => plainWords(part))
    .flatMap((word) =>
      /^\d+$/u.test(word)
        ? sayWhole(word, locale)
        : /^\p{Lu}{2,4}$/u.test(word)
          ? [...word]
          : [word.toLowerCase()],
    );
}

function sayEnding(ending: string, locale: string): string[] {
  return [...ending.toUpperCase()].flatMap((sign) => (/\d/u.test(sign) ? sayWhole(sign, locale) : [sign]));
}

function sayFigures(figures: string): string[] {
  return [...figures.toUpperCase()].flatMap((figure) =>
    /\d/u.test(figure) ? digitByDigit(figure, ENGLISH_NUMBERS) : [figure],
  );
}
