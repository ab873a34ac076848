import { labelledBlock, placed, tableRows, withPlace, type ImportedDocument } from '@aurelfield/core/page';
import { type Block } from '@aurelfield/core/text';
import { ReaderError } from './readerError.ts';
import { tidy } from './tidy.ts';

type Draft = Omit<Block, 'offset'>;

/** Groups whose text is not the document's. */
const SKIPPED = new Set(
  'fonttbl colortbl stylesheet info pict object header headerl headerr headerf footer footerl footerr footerf filetbl listtable listoverridetable revtbl rsidtbl generator themedata colorschememapping datastore latentstyles xmlnstbl fldinst mmathPr annotation atnid atnauthor'.split(
    ' ',
  ),
);
const SIGNS: Readonly<Record<string, string>> = {
  line: ' ', emdash: '—', endash: '–', lquote: '‘', rquote: '’', ldblquote: '“', rdblquote: '”', bullet: '•', '~': '\u00a0', _: '-', emspace: ' ', enspace: ' ',
}; // prettier-ignore
/**
 * Code pages of Windows by the numbers that fonts name character sets by (RTF 1.9.1, \\fcharset; from
 * memory).
 */
const CHARSETS: Readonly<Record<number, number>> = { 161: 1253, 162: 1254, 163: 1258, 177: 1255, 178: 1256, 186: 1257, 204: 1251, 222: 874, 238: 1250 }; // prettier-ignore
const LATIN = 1252;
const CENTRAL_EUROPEAN = 1250;
/**
 * Signs of the central European code page inside words: the bytes were written after ISO 8859-2, in which
 * they are letters (both tables by the Encoding standard).
 */
const SLIP = /[¬±¶¦ˇ](?=\p{L})|(?<=\p{L})[¬±¶¦ˇ]/gu;
const SLIPS: Readonly<Record<string, string>> = { '¬': 'Ź', '±': 'ą', '¶': 'ś', '¦': 'Ś', ˇ: 'Ą' };

const decoders = new Map<number, TextDecoder>();

/** One letter of a code page of Windows; of one that is not known, of the Latin one. */
function letterOf(byte: number, page: number): string {
  let decoder = decoders.get(page);
  if (!decoder) {
    decoder = decoderOf(page);
    decoders.set(page, decoder);
  }
  return decoder.decode(Uint8Array.of(byte));
}

function decoderOf(page: number): TextDecoder {
  try {
    return new TextDecoder(`windows-${page}`);
  } catch {
    return new TextDecoder('windows-1252');
  }
}

interface State {
  skip: boolean;
  /** Letters that follow a \u and stand for it in old readers. */
  fallback: number;
  bold: boolean;
  size: number;
  outline: number | undefined;
  listText: boolean;
  inNote: boolean;
  isOptional: boolean;
  inTable: boolean;
  /** Number of the font. */
  font: number;
  /** Hidden or deleted text. */
  isGone: boolean;
  isUnderlined: boolean;
  place: 'raised' | 'lowered' | undefined;
}

/**
 * Rich Text Format → blocks: paragraphs, headings by outline level or by size and weight, list items by their
 * marks, tables. Written after the structure of the RTF specification 1.9.1, from memory.
 */
export function readRtf(bytes: Uint8Array): ImportedDocument {
  const source = Buffer.from(bytes).toString('latin1');
  if (!source.startsWith('{\\rtf'))
    throw new ReaderError('not-document', 'The file is no rich text, whatever its name says.');
  const builder = new Builder();
  const stack: State[] = [];
  let state: State = {
    skip: false,
    fallback: 1,
    bold: false,
    size: 24,
    outline: undefined,
    listText: false,
    inNote: false,
    isOptional: false,
    inTable: false,
    font: 0,
    isGone: false,
    isUnderlined: false,
    place: undefined,
  };
  /** Code pages by the number of the font; the file's own for others. */
  const pages = new Map<number, number>();
  let page = LATIN;
  let pending = 0;
  const put = (text: string) => {
    if (state.skip || state.isGone) return;
    let rest = text;
    while (pending > 0 && rest !== '') {
      rest = rest.slice(1);
      pending -= 1;
    }
    if (rest !== '') builder.text(state.place ? withPlace(rest, state.place) : rest, state);
  };
  const token = /\\([a-z]+)(-?\d+)? ?|\\'([0-9a-f]{2})|\\([^a-z])|([{}])|([^\\{}\r\n]+)/giu;
  for (let found = token.exec(source); found; found = token.exec(source)) {
    const [, word, parameter, hex, sign, brace, text] = found;
    if (brace === '{') stack.push({ ...state });
    else if (brace === '}') state = stack.pop() ?? state;
    else if (text !== undefined) put(text);
    else if (hex !== undefined) put(letterOf(Number.parseInt(hex, 16), pages.get(state.font) ?? page));
    else if (sign !== undefined) {
      // A group marked so is passed over, but for notes.
      if (sign === '*') state.isOptional = true;
      else put(SIGNS[sign] ?? (/[{}\\]/u.test(sign) ? sign : ''));
    } else if (word !== undefined) {
      const value = parameter === undefined ? undefined : Number(parameter);
      if (word === 'u' && value !== undefined) {
        put(String.fromCharCode(value < 0 ? value + 65_536 : value));
        pending = state.skip ? 0 : state.fallback;
      } else if (word === 'ansicpg') page = value ?? LATIN;
      else if (word === 'f' && value !== undefined) state.font = value;
      else if (word === 'fcharset' && value !== undefined && CHARSETS[value] !== undefined)
        pages.set(state.font, CHARSETS[value]);
      else if (word === 'uc') state.fallback = value ?? 1;
      else if (SKIPPED.has(word) || (state.isOptional && word !== 'footnote')) state.skip = true;
      // What follows is no text, whatever signs are in it.
      else if (word === 'bin') {
        const end = token.lastIndex + (value ?? 0);
        if (source[end] === '}') token.lastIndex = end;
      } else if (!state.skip) state = command(word, value, state, builder, put);
    }
  }
  builder.paragraph(state);
  const isCentral = [page, ...pages.values()].includes(CENTRAL_EUROPEAN);
  const blocks = builder
    .finish()
    .map((block) =>
      isCentral ? { ...block, text: block.text.replace(SLIP, (sign) => SLIPS[sign] ?? sign) } : block,
    );
  return { title: '', language: undefined, blocks: placed(blocks), warnings: [], cleanUps: [] };
}

function command(
  word: string,
  value: number | undefined,
  state: State,
  builder: Builder,
  put: (text: string) => void,
): State {
  switch (word) {
    case 'par':
    case 'sect':
    case 'page':
      builder.paragraph(state);
      return state;
    case 'pard':
      return { ...state, outline: undefined, inTable: false };
    case 'plain':
      return { ...state, bold: false, size: 24, isGone: false, isUnderlined: false, place: undefined };
    case 'v':
    case 'deleted':
      return { ...state, isGone: value !== 0 };
    case 'ul':
      return { ...state, isUnderlined: value !== 0 };
    case 'ulnone':
      return { ...state, isUnderlined: false };
    case 'super':
    case 'up':
      return { ...state, place: value === 0 ? undefined : 'raised' };
    case 'sub':
    case 'dn':
      return { ...state, place: value === 0 ? undefined : 'lowered' };
    case 'nosupersub':
      return { ...state, place: undefined };
    case 'tab':
      // An underlined gap is to be filled in.
      put(state.isUnderlined ? ' ____ ' : ' ');
      return state;
    case 'b':
      return { ...state, bold: value !== 0 };
    case 'fs':
      return { ...state, size: value ?? 24 };
    case 'outlinelevel':
      return { ...state, outline: value };
    case 'listtext':
    case 'pntext':
      return { ...state, listText: true };
    case 'footnote':
      builder.beginNote();
      return { ...state, inNote: true, isOptional: false };
    case 'chftn':
      return state;
    case 'intbl':
      return { ...state, inTable: true };
    case 'cell':
      builder.cell();
      return state;
    case 'row':
      builder.row();
      return state;
    default:
      if (Object.hasOwn(SIGNS, word)) put(SIGNS[word] ?? '');
      return state;
  }
}

interface Paragraph {
  text: string;
  mark: string;
  boldLetters: number;
  size: number;
}

class Builder {
  readonly #blocks: (Draft & { size: number; bold: boolean })[] = [];
  #paragraph: Paragraph = { text: '', mark: '', boldLetters: 0, size: 0 };
  #cells: string[] = [];
  readonly #notes: string[] = [];
  #rows: string[][] = [];

  beginNote(): void {
    this.#notes.push('');
  }

  text(text: string, state: State): void {
    if (state.inNote) {
      this.#notes.push((this.#notes.pop() ?? '') + text);
      return;
    }
    if (state.listText) {
      this.#paragraph.mark += text;
      return;
    }
    this.#paragraph.text += text;
    if (state.bold) this.#paragraph.boldLetters += text.trim().length;
    this.#paragraph.size = Math.max(this.#paragraph.size, text.trim() === '' ? 0 : state.size);
  }

  paragraph(state: State): void {
    if (state.inNote) return;
    if (state.inTable) {
      this.#paragraph.text += ' ';
      return;
    }
    this.#closeTable();
    const { text, mark, boldLetters, size } = this.#paragraph;
    this.#paragraph = { text: '', mark: '', boldLetters: 0, size: 0 };
    const said = tidy(text);
    if (said === '') return;
    const bold = boldLetters >= said.replace(/\s/gu, '').length * 0.9;
    const label = /\(?(?:\d{1,3}|[A-Za-z]{1,4})[.)]+/u.exec(mark)?.[0];
    if (state.outline !== undefined && state.outline < 6)
      this.#blocks.push({ type: 'heading', level: state.outline + 1, text: said, size, bold });
    else if (mark.trim() === '') this.#blocks.push({ type: 'paragraph', text: said, size, bold });
    else if (label === undefined) this.#blocks.push({ type: 'list-item', text: said, size, bold });
    else this.#blocks.push({ ...labelledBlock(label, said), size, bold });
  }

  cell(): void {
    this.#cells.push(tidy(this.#paragraph.text));
    this.#paragraph = { text: '', mark: '', boldLetters: 0, size: 0 };
  }

  row(): void {
    this.#rows.push(this.#cells);
    this.#cells = [];
  }

  #closeTable(): void {
    if (this.#rows.length === 0) return;
    for (const row of tableRows(this.#rows, false)) this.#blocks.push({ ...row, size: 0, bold: false });
    this.#rows = [];
  }

  /** A short bold paragraph, or one in letters larger than most, is a heading. */
  finish(): Draft[] {
    this.#closeTable();
    const body = typical(this.#blocks.filter(({ type }) => type === 'paragraph'));
    const notes = this.#notes.map((note, i): Draft => ({
      type: 'paragraph',
      text: `Note ${i + 1}: ${tidy(note)}`,
    }));
    const blocks = this.#blocks.map(({ size, bold, ...block }): Draft => {
      const isShort = block.text.length <= 100 && !/[.:;,]$/u.test(block.text);
      if (block.type !== 'paragraph' || !isShort || (!bold && size <= body * 1.15)) return block;
      return { ...block, type: 'heading', level: size > body * 1.4 ? 1 : 2 };
    });
    return [...blocks.map(withMark), ...notes];
  }
}

/** Some writers put the mark of a list item into its text. */
function withMark(block: Draft): Draft {
  const mark =
    block.type === 'paragraph'
      ? /^(?:([•◦▪●■–·*])|\(?(?:\d{1,3}|[A-Za-z]|[ivx]{2,4})[.)])\s+(?=\S)/u.exec(block.text)
      : null;
  if (!mark) return block;
  const text = block.text.slice(mark[0].length);
  return mark[1] === undefined ? labelledBlock(mark[0].trim(), text) : { type: 'list-item', text };
}

function typical(blocks: readonly { readonly text: string; readonly size: number }[]): number {
  const weights = new Map<number, number>();
  for (const { text, size } of blocks) weights.set(size, (weights.get(size) ?? 0) + text.length);
  return [...weights].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 24;
}
