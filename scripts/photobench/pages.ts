/** A page for the bench: its HTML, and its text in reading order, paragraph by paragraph. */
export interface BenchPage {
  readonly name: string;
  readonly html: string;
  readonly truth: string;
}

type Piece =
  | readonly ['h1' | 'h2' | 'p' | 'li', string]
  | readonly ['ol', readonly string[]]
  | readonly ['table', readonly (readonly string[])[], string?];

/** Text is invented for this bench. */
const BODY = [
  'A wall of dry stone has no mortar in it, and yet it stands for two hundred years. Each stone is laid across the gap between the two below it, so that the weight is shared and nothing can slide.',
  'The builder begins with a trench, then lays the largest stones on level ground. Small stones, called hearting, fill the middle. Every metre or so a long stone goes right through the wall and ties both faces together.',
  'Wind passes through the gaps, and that is why a storm that throws down a brick wall leaves this one alone. Wrens nest in it, lizards warm themselves on it, and mosses spread slowly over the north side.',
  'Repair is simple. When frost has pushed a piece out, the fallen stones are sorted by size, the trench is cleaned, and the same stones go back. Nothing is thrown away, and nothing has to be bought.',
  'In 1874 a survey of the valley counted 96 miles of such walls. Today about 61 miles are left, of which volunteers mend a little more than half a mile every summer.',
];

const LAYOUTS: readonly {
  name: string;
  css: string;
  pieces: readonly Piece[];
  head?: string;
  foot?: string;
}[] = [
  {
    name: 'plain',
    css: 'font: 12pt/1.55 Literata',
    pieces: [['h1', 'Walls without mortar'], ...BODY.map((text) => ['p', text] as const)],
  },
  {
    name: 'headings and bullets',
    css: 'font: 12pt/1.5 Atkinson',
    head: 'Wrenmoor School · Geography',
    foot: '4',
    pieces: [
      ['h1', 'How a river makes a bend'],
      ['p', BODY[2] ?? ''],
      ['h2', 'What you need'],
      ['li', 'a tray of damp sand, about 60 cm long'],
      ['li', 'a jug of water and a small cup'],
      ['li', 'three pebbles and a ruler'],
      ['h2', 'What happens'],
      [
        'p',
        'Water on the outside of the bend travels further, so it runs faster and takes sand away. On the inside it runs slowly and drops what it carries. The bend grows wider every year.',
      ],
      [
        'p',
        'After a flood the river may cut straight through the neck. The old bend is then left behind as a lake shaped like a horseshoe.',
      ],
      ['h2', 'Words to know'],
      ['li', 'erosion: wearing away by water, wind or ice'],
      ['li', 'deposit: to put down or leave behind'],
    ],
  },
  {
    name: 'two columns',
    css: 'font: 11pt/1.5 Literata; column-count: 2; column-gap: 9mm',
    pieces: [
      ['h1', 'The keeper of the ford'],
      ...BODY.map((text) => ['p', text] as const),
      [
        'p',
        'The ford itself is a shelf of hard rock. Carts crossed it at low water, and a boy was paid a penny to hang a lantern on the far bank when the evening was dark.',
      ],
    ],
  },
  {
    name: 'nine point',
    css: 'font: 9pt/1.45 Liberation Sans, DejaVu Sans',
    pieces: [
      ['h1', 'Notes for the visit'],
      ...BODY.map((text) => ['p', text] as const),
      ...BODY.slice()
        .reverse()
        .map((text) => ['p', text] as const),
    ],
  },
  {
    name: 'worksheet',
    css: 'font: 12pt/1.6 Atkinson',
    head: 'Name',
    pieces: [
      ['h1', 'Reading a timetable'],
      ['p', 'Use the table to answer the questions. Show how you worked each one out.'],
      [
        'table',
        [
          ['Stop', 'First bus', 'Second bus'],
          ['Tarn Bridge', '07:45', '09:10'],
          ['Mill Lane', '07:58', '09:23'],
          ['Wrenmoor', '08:16', '09:41'],
          ['Harbour', '08:31', '09:56'],
        ],
      ],
      [
        'ol',
        [
          'How long does the first bus take from Tarn Bridge to Harbour?',
          'Which bus would you take to be at Wrenmoor by half past nine?',
          'The second bus is 12 minutes late. When does it reach Mill Lane?',
          'A single ticket costs £1.80 and a return costs £3.10. How much does a return save?',
        ],
      ],
      ['p', 'When you have finished, make up a question of your own and give it to the person beside you.'],
    ],
  },
  {
    name: 'table with caption',
    css: 'font: 11.5pt/1.5 Liberation Serif, DejaVu Serif',
    pieces: [
      ['h1', 'Depth of the peat'],
      ['p', BODY[4] ?? ''],
      [
        'table',
        [
          ['Place', 'Depth', 'Age'],
          ['North edge', '0.8 m', '900 years'],
          ['Middle', '4.2 m', '5,300 years'],
          ['Old cutting', '2.1 m', '2,400 years'],
          ['South pool', '3.6 m', '4,700 years'],
        ],
        'Table 1. Depth and age of the peat in four places.',
      ],
      ['p', BODY[0] ?? ''],
      ['p', BODY[3] ?? ''],
    ],
  },
];

const FONTS = new URL('../../node_modules/@fontsource-variable/', import.meta.url).href;

const STYLE = `
@font-face { font-family: Literata; src: url(${FONTS}literata/files/literata-latin-wght-normal.woff2); font-weight: 200 900 }
@font-face { font-family: Atkinson; src: url(${FONTS}atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-wght-normal.woff2); font-weight: 200 800 }
body { margin: 0; width: 210mm; height: 297mm; background: #fff; color: #111; position: relative }
main { padding: 22mm 20mm }
h1 { font-size: 1.75em; line-height: 1.2; margin: 0 0 .6em }
h2 { font-size: 1.3em; margin: 1em 0 .35em }
p { margin: 0 0 .7em } ul { margin: 0 0 .6em; padding-left: 1.4em } ol { padding-left: 1.7em } ol li { margin-bottom: 2.4em }
table { border-collapse: collapse; margin: 1em 0 .4em; width: 100% } td { border: 1.2px solid #222; padding: .25em .7em }
caption { caption-side: bottom; text-align: left; padding-top: .4em }
header, footer { position: absolute; left: 20mm; right: 20mm; font-size: 9pt; color: #333 } header { top: 9mm } footer { bottom: 9mm; text-align: center }`;

/** The pages of the bench. Heads, feet and page numbers are not part of their text. */
export function benchPages(): BenchPage[] {
  return LAYOUTS.map(({ name, css, pieces, head, foot }) => ({
    name,
    html: `<!doctype html><meta charset="utf-8"><style>${STYLE} main { ${css} }</style>
      <body>${head ? `<header>${head}</header>` : ''}<main>${pieces.map(htmlOf).join('\n')}</main>${foot ? `<footer>${foot}</footer>` : ''}</body>`,
    truth: pieces.flatMap(textsOf).join('\n'),
  }));
}

function htmlOf(piece: Piece): string {
  const [kind, content] = piece;
  if (kind === 'table')
    return `<table>${piece[2] ? `<caption>${piece[2]}</caption>` : ''}${content.map((row) => `<tr>${row.map((cell) => `<td>${cell}</td>`).join('')}</tr>`).join('')}</table>`;
  if (kind === 'ol') return `<ol>${content.map((text) => `<li>${text}</li>`).join('')}</ol>`;
  return kind === 'li' ? `<ul><li>${content}</li></ul>` : `<${kind}>${content}</${kind}>`;
}

function textsOf(piece: Piece): string[] {
  const [kind, content] = piece;
  if (kind === 'table') return [...content.map((row) => row.join(' ')), ...(piece[2] ? [piece[2]] : [])];
  if (kind === 'ol') return content.map((text, i) => `${i + 1}. ${text}`);
  return [content];
}
