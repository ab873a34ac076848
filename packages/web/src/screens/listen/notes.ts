import type { BlockView, Decided, LeftOutView, ReadingSentence } from '@aurelfield/api';
import { saidNotes, wholeSaid, type SaidNote } from './saidNotes.ts';

/** Why something stands in the margin. */
type NoteKind = 'pronunciation' | 'doubtful' | 'spelled' | 'left out' | 'described' | 'equation' | 'said';

/** Something about a block that a teacher may want to know. */
export interface Note {
  readonly kind: NoteKind;
  /** The word it is about, for playing it and putting it right; nothing for what is not said. */
  readonly at?: { readonly sentence: number; readonly word: number; readonly start: number };
  readonly written: string;
  readonly explanation: string;
}

/** What is known beside the sentences. */
export interface NoteKnowledge {
  readonly decided: Decided | undefined;
  /** Words that the voice may say wrongly, in small letters. */
  readonly doubtful: ReadonlySet<string>;
  readonly leftOut: readonly LeftOutView[];
}

/** Kinds that are worth a look without being asked for. */
const WORTH_A_LOOK: ReadonlySet<NoteKind> = new Set([
  'pronunciation',
  'doubtful',
  'spelled',
  'left out',
  'described',
]);

/** Whether a note is shown without being asked for. */
export function isWorthChecking({ kind }: Note): boolean {
  return WORTH_A_LOOK.has(kind);
}

/** All notes of a block, those worth a look first. */
export function notesOf(
  block: BlockView,
  index: number,
  sentences: readonly ReadingSentence[],
  { decided, doubtful, leftOut }: NoteKnowledge,
): Note[] {
  const notes: Note[] = [];
  const [first] = sentences;
  if (block.type === 'picture' && first)
    notes.push({
      kind: 'described',
      at: { sentence: first.index, word: 0, start: first.start },
      written: 'picture',
      explanation: 'its description is read',
    });
  for (const piece of leftOut)
    if (piece.block === index)
      notes.push({ kind: 'left out', written: piece.text, explanation: `not said: ${piece.rule}` });
  if (block.type === 'equation' && first)
    return [
      ...notes,
      {
        kind: 'equation',
        at: { sentence: first.index, word: 0, start: first.start },
        written: '',
        explanation: wholeSaid(sentences),
      },
    ];
  const said = saidNotes(block.text, sentences);
  const toNote = (note: SaidNote, kind: NoteKind, explanation = note.said): Note => ({
    kind,
    at: { sentence: note.sentence, word: note.word, start: note.start },
    written: note.written,
    explanation,
  });
  const seen = new Set<string>();
  for (const { written, start, sentence, word, said: spoken } of wordsOf(block.text, sentences)) {
    const plain = written.toLowerCase();
    if (seen.has(plain)) continue;
    const note = { written, start, sentence, word, said: spoken };
    const isPlace = decided?.places.some((place) => place.block === index && place.start === start) === true;
    const entry = decided?.entries.find((one) => isForm(written, one.written, one.caseSensitive));
    if (entry ?? isPlace) {
      seen.add(plain);
      notes.push(toNote(note, 'pronunciation', entry?.said ?? spoken));
    } else if (doubtful.has(plain)) {
      seen.add(plain);
      notes.push(toNote(note, 'doubtful', 'doubtful'));
    }
  }
  for (const note of said) {
    if (seen.has(note.written.toLowerCase())) continue;
    notes.push(toNote(note, note.said.startsWith('spelled out') ? 'spelled' : 'said'));
  }
  return notes.sort((a, b) => Number(isWorthChecking(b)) - Number(isWorthChecking(a)));
}

/** Whether a displayed word is a form of an entry's first word, its plural and possessive among them. */
function isForm(written: string, entry: string, caseSensitive: boolean): boolean {
  const [first = ''] = entry.split(/\s+/u);
  const [word, form] = caseSensitive ? [written, first] : [written.toLowerCase(), first.toLowerCase()];
  return word === form || (word.startsWith(form) && /^(?:['’]s|s|es|s['’])$/u.test(word.slice(form.length)));
}

function* wordsOf(text: string, sentences: readonly ReadingSentence[]): Generator<SaidNote> {
  for (const { index, words } of sentences)
    for (const [word, { start, end, said }] of words.entries())
      yield { sentence: index, word, written: text.slice(start, end), said, start };
}
