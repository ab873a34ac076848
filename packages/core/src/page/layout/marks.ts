import type { Line } from './lines.ts';

/**
 * What a question earns, as it is printed at the right of a worksheet: [2], (3 marks). Recognisers take one
 * bracket for another.
 */
export const MARKS = /^[[({|]\s?\d{1,2}(?:\smarks?)?\s?[\])}|]$/u;

/** A text with the marks that it earns behind it. */
export const MARKED = /\S\s[[(]\d{1,2}(?:\smarks?)?[\])]$/u;

/** Marks that stand apart at the right belong to the line whose baseline they stand on. */
export function joinedMarks(lines: readonly Line[]): Line[] {
  const marks = lines.filter(({ text }) => MARKS.test(text));
  if (marks.length === 0) return [...lines];
  const joined = new Set<Line>();
  const result = lines
    .filter((line) => !marks.includes(line))
    .map((line) => {
      const own = marks.find(
        (mark) => !joined.has(mark) && mark.x > line.right && Math.abs(mark.y - line.y) < line.size * 0.5,
      );
      if (!own) return line;
      joined.add(own);
      return { ...line, text: `${line.text} ${tidied(own.text)}`, runs: [...line.runs, ...own.runs] };
    });
  return [...result, ...marks.filter((mark) => !joined.has(mark))];
}

function tidied(marks: string): string {
  const [figures = ''] = /\d+(?:\smarks?)?/u.exec(marks) ?? [];
  return marks.includes('mark') ? `(${figures})` : `[${figures}]`;
}

/**
 * A blank with a label before it and another label behind it ends a field of a form: "Name: ____ Class: ____"
 * is two.
 */
export function splitBlanks(line: Line): Line[] {
  const at = line.runs.findIndex(
    (run, i) => /^_+$/u.test(run.text.trim()) && /^\p{Lu}/u.test(line.runs[i + 1]?.text ?? ''),
  );
  const rest = line.runs.slice(at + 1);
  if (at < 1 || !rest.some(({ text }) => text.endsWith(':'))) return [line];
  return [partOf(line, line.runs.slice(0, at + 1)), ...splitBlanks(partOf(line, rest))];
}

function partOf(line: Line, runs: Line['runs']): Line {
  const [first, last] = [runs[0], runs.at(-1)];
  return {
    ...line,
    text: runs.map(({ text }) => text.trim()).join(' '),
    x: first?.x ?? line.x,
    right: last ? last.x + last.width : line.right,
    runs,
  };
}
