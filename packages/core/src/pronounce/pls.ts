import { XMLBuilder, XMLParser, XMLValidator } from 'fast-xml-parser';
import { PronunciationError } from './ipa.ts';
import { ENTRY_PARTS, entryIpa, type EntryKind, type EntryPart, type PronunciationEntry } from './entry.ts';

/** A lexicon file as it was read: its language and entries, and what was left out and why. */
export interface PlsDocument {
  readonly language: string;
  readonly entries: readonly PronunciationEntry[];
  readonly warnings: readonly string[];
}

const NAMESPACE = 'http://www.w3.org/2005/01/pronunciation-lexicon';
/** Names of parts of speech in the role of a lexeme. */
const PART_NAMESPACE = 'urn:aurelfield:part-of-speech';
const MAX_CHARACTERS = 5_000_000;

/** The file is no pronunciation lexicon. */
export class PlsError extends Error {
  override readonly name = 'PlsError';
}

const text = (node: unknown): string =>
  (typeof node === 'string'
    ? node
    : typeof node === 'object' && node !== null && '#text' in node
      ? String(node['#text'])
      : ''
  ).trim();
const attribute = (node: unknown, name: string): string | undefined => {
  const value =
    typeof node === 'object' && node !== null ? (node as Record<string, unknown>)[`@${name}`] : undefined;
  return typeof value === 'string' ? value : undefined;
};
const list = (node: unknown): unknown[] => (Array.isArray(node) ? node : []);

/**
 * Reads a W3C Pronunciation Lexicon (PLS 1.0). Every grapheme of a lexeme becomes an entry; of several
 * pronunciations the preferred or else the first counts; an alias counts where there is no pronunciation.
 * Declarations of entities are refused.
 * @throws PlsError when the file is not well-formed or is no lexicon.
 */
export function parsePls(source: string): PlsDocument {
  if (source.length > MAX_CHARACTERS) throw new PlsError('The lexicon is larger than 5 million characters.');
  if (/<!(?:DOCTYPE|ENTITY)/iu.test(source))
    throw new PlsError('A lexicon with a document type declaration is not read; take the DOCTYPE line out.');
  const valid = XMLValidator.validate(source);
  if (valid !== true)
    throw new PlsError(`It is not well-formed XML: ${valid.err.msg} (line ${valid.err.line}).`);
  const parser = new XMLParser({
    ignoreAttributes: false,
    attributeNamePrefix: '@',
    removeNSPrefix: true,
    parseTagValue: false,
    parseAttributeValue: false,
    isArray: (name) => ['lexeme', 'grapheme', 'phoneme', 'alias'].includes(name),
  });
  const root = (parser.parse(source) as { lexicon?: unknown }).lexicon;
  if (root === undefined) throw new PlsError('It is no pronunciation lexicon: there is no <lexicon> in it.');
  const alphabet = attribute(root, 'alphabet') ?? 'ipa';
  const entries: PronunciationEntry[] = [];
  const warnings: string[] = [];
  for (const lexeme of list((root as { lexeme?: unknown }).lexeme))
    readLexeme(lexeme, alphabet, entries, warnings);
  return { language: attribute(root, 'lang') ?? 'en', entries, warnings };
}

function readLexeme(
  lexeme: unknown,
  alphabet: string,
  entries: PronunciationEntry[],
  warnings: string[],
): void {
  const node = lexeme as { grapheme?: unknown; phoneme?: unknown; alias?: unknown };
  const graphemes = list(node.grapheme)
    .map(text)
    .filter((written) => written !== '');
  const said = pronunciationOf(node, alphabet);
  if (graphemes.length === 0 || !said) {
    warnings.push(
      `A lexeme ${graphemes[0] === undefined ? 'without a grapheme' : `“${graphemes[0]}” without a pronunciation`} was left out.`,
    );
    return;
  }
  if (said.kind === undefined) {
    warnings.push(
      `“${graphemes[0] ?? ''}” is in the alphabet “${said.alphabet}”, which is not read here; it was left out.`,
    );
    return;
  }
  const { kind } = said;
  try {
    entryIpa({ kind, said: said.text });
  } catch (error) {
    if (!(error instanceof PronunciationError)) throw error;
    warnings.push(`“${graphemes[0] ?? ''}” was left out: ${error.message}`);
    return;
  }
  const partOfSpeech = partOfRole(attribute(lexeme, 'role'));
  for (const written of graphemes)
    entries.push({
      written,
      kind,
      said: said.text,
      caseSensitive: false,
      ...(partOfSpeech === undefined ? {} : { partOfSpeech }),
    });
}

function pronunciationOf(
  node: { phoneme?: unknown; alias?: unknown },
  alphabet: string,
): { kind: EntryKind | undefined; text: string; alphabet: string } | undefined {
  const options = [
    ...list(node.phoneme).map((phoneme) => ({
      node: phoneme,
      alphabet: attribute(phoneme, 'alphabet') ?? alphabet,
    })),
    ...list(node.alias).map((alias) => ({ node: alias, alphabet: 'alias' })),
  ].filter((option) => text(option.node) !== '');
  const chosen = options.find((option) => attribute(option.node, 'prefer') === 'true') ?? options[0];
  return chosen && { kind: kindOf(chosen.alphabet), text: text(chosen.node), alphabet: chosen.alphabet };
}

/**
 * The part of speech that a lexeme's role names: by its own name, or by a tag of the CLAWS tagset as in the
 * specification's example (VVI, VVD, NN1, JJ). Roles that name none are passed over.
 */
function partOfRole(role: string | undefined): EntryPart | undefined {
  for (const name of role?.trim().split(/\s+/u) ?? []) {
    const local = name.replace(/^.*:/u, '');
    const own = ENTRY_PARTS.find((part) => part === local.toLowerCase());
    if (own !== undefined) return own;
    if (/^VV[DN]$/u.test(local)) return 'past';
    if (/^VV/u.test(local)) return 'verb';
    if (/^N[NP]/u.test(local)) return 'noun';
    if (/^JJ/u.test(local)) return 'adjective';
  }
  return undefined;
}

function kindOf(alphabet: string): EntryKind | undefined {
  if (alphabet === 'alias') return 'alias';
  if (alphabet === 'ipa') return 'ipa';
  return /^x-(?:x-?)?sampa$/iu.test(alphabet) ? 'x-sampa' : undefined;
}

/** Writes entries as PLS 1.0 in IPA; entries of the same sound that follow each other share a lexeme. */
export function formatPls(entries: readonly PronunciationEntry[], language: string): string {
  const lexemes: { '@role'?: string; grapheme: string[]; phoneme?: string; alias?: string }[] = [];
  for (const entry of entries) {
    const ipa = entryIpa(entry);
    const last = lexemes.at(-1);
    const { partOfSpeech = 'any' } = entry;
    const role = partOfSpeech === 'any' ? undefined : `part:${partOfSpeech}`;
    const isSame = last && (ipa === undefined ? last.alias === entry.said : last.phoneme === ipa);
    if (isSame && last['@role'] === role) last.grapheme.push(entry.written);
    else
      lexemes.push({
        ...(role ? { '@role': role } : {}),
        grapheme: [entry.written],
        ...(ipa === undefined ? { alias: entry.said } : { phoneme: ipa }),
      });
  }
  const builder = new XMLBuilder({ ignoreAttributes: false, attributeNamePrefix: '@', format: true });
  const body = builder.build({
    lexicon: {
      '@version': '1.0',
      '@xmlns': NAMESPACE,
      ...(lexemes.some((lexeme) => lexeme['@role']) ? { '@xmlns:part': PART_NAMESPACE } : {}),
      '@alphabet': 'ipa',
      '@xml:lang': language,
      lexeme: lexemes,
    },
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n${body}`;
}
