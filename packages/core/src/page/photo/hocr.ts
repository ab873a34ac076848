import { XMLParser } from 'fast-xml-parser';

/** A word that a recogniser found on a page. Boxes are in pixels of that page. */
export interface RecognisedWord {
  readonly text: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** 0 to 100, as the recogniser gives it. */
  readonly confidence: number;
  /** Number of its line on the page. */
  readonly line: number;
  /** Where its line's letters stand. */
  readonly baseline: number;
  /** Height of its line's letters from the foot of a "p" to the head of an "h". */
  readonly size: number;
  /** How thick its strokes are, where they were measured: pixels. */
  readonly stroke?: number;
}

type XmlNode = Readonly<Record<string, unknown>>;

/** Classes of hOCR that hold one line of text. */
const LINES = /\bocr_(?:line|header|caption|textfloat)\b/u;

/**
 * Words of a page in hOCR 1.2 (an open format of recognisers), in the order of the file.
 * @throws Error when it is no well-formed XML.
 */
export function wordsOfHocr(hocr: string): RecognisedWord[] {
  const parser = new XMLParser({
    preserveOrder: true,
    ignoreAttributes: false,
    attributeNamePrefix: '',
    parseTagValue: false,
    trimValues: true,
    htmlEntities: true,
  });
  const words: RecognisedWord[] = [];
  let line = -1;
  let at: Pick<RecognisedWord, 'size'> & { readonly baselineAt: (x: number) => number } = {
    size: 0,
    baselineAt: () => 0,
  };
  const walk = (nodes: readonly XmlNode[]) => {
    for (const node of nodes) {
      const { class: kind = '', title = '' } = attributesOf(node);
      if (LINES.test(kind)) {
        line += 1;
        at = lineFrom(title);
      }
      if (kind === 'ocrx_word') {
        const [x = 0, y = 0, right = 0, bottom = 0] = numbers(title, 'bbox');
        const text = textOf(node).trim();
        if (text !== '')
          words.push({
            text,
            x,
            y,
            width: right - x,
            height: bottom - y,
            confidence: numbers(title, 'x_wconf')[0] ?? 0,
            line,
            baseline: at.baselineAt((x + right) / 2),
            size: at.size,
          });
      } else walk(childrenOf(node));
    }
  };
  walk(parser.parse(hocr) as XmlNode[]);
  return words;
}

function lineFrom(title: string) {
  const [left = 0, , , bottom = 0] = numbers(title, 'bbox');
  const [slope = 0, offset = 0] = numbers(title, 'baseline');
  return {
    size: numbers(title, 'x_size')[0] ?? 0,
    baselineAt: (x: number) => bottom + offset + slope * (x - left),
  };
}

function attributesOf(node: XmlNode): Readonly<Record<string, string>> {
  return (node[':@'] as Record<string, string> | undefined) ?? {};
}

function childrenOf(node: XmlNode): readonly XmlNode[] {
  return Object.entries(node).flatMap(([name, value]) =>
    name !== ':@' && Array.isArray(value) ? (value as XmlNode[]) : [],
  );
}

function textOf(node: XmlNode): string {
  const own = node['#text'];
  return typeof own === 'string' ? own : childrenOf(node).map(textOf).join('');
}

/** The numbers of a property in an hOCR title: "bbox 1 2 3 4; x_wconf 96". */
function numbers(title: string, name: string): number[] {
  const part = title.split(';').find((candidate) => candidate.trim().startsWith(`${name} `));
  return part?.trim().split(/\s+/u).slice(1).map(Number) ?? [];
}
