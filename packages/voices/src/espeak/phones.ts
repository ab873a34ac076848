/** A sound of the engine: its IPA name without stress, and when it begins, in milliseconds. */
export interface Phone {
  readonly name: string;
  readonly at: number;
}

/** A phone with no name is a pause. */
export const PAUSE = '';

/** Takes stress and length marks off the engine's IPA name. */
export function phoneName(id: string | number | undefined): string {
  return typeof id === 'string' ? id.replace(/[ˈˌː\-'\p{Cc}]/gu, '') : PAUSE;
}

const VOWEL = /[aeiouyɐɑɒæɛɪɔəɜʊʌɨʉøœɵɤɯ]/u;
const MISS = 0.7;

/**
 * Parts a run of phones among the words it was said for. Each word's own phones, as it sounds alone, are laid
 * against the run by least-cost alignment (Needleman–Wunsch; like sounds cost little to exchange), and the
 * phones between two words' matches go to the earlier one.
 * @returns for each word the index in `heard` of its first phone; never falling.
 */
export function splitPhones(alone: readonly (readonly string[])[], heard: readonly string[]): number[] {
  const expected = alone.flatMap((phones, word) => phones.map((name) => ({ name, word })));
  const rows = expected.length + 1;
  const columns = heard.length + 1;
  const cost = new Float64Array(rows * columns);
  const at = (row: number, column: number) => cost[row * columns + column] ?? Infinity;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (row === 0 && column === 0) continue;
      const exchange =
        row > 0 && column > 0
          ? at(row - 1, column - 1) + exchangeCost(expected[row - 1]?.name ?? '', heard[column - 1] ?? '')
          : Infinity;
      const drop = row > 0 ? at(row - 1, column) + MISS : Infinity;
      const add = column > 0 ? at(row, column - 1) + MISS : Infinity;
      cost[row * columns + column] = Math.min(exchange, drop, add);
    }
  }
  const firsts = new Array<number>(alone.length).fill(-1);
  let row = rows - 1;
  let column = columns - 1;
  while (row > 0 && column > 0) {
    const here = at(row, column);
    const matched =
      here === at(row - 1, column - 1) + exchangeCost(expected[row - 1]?.name ?? '', heard[column - 1] ?? '');
    if (matched) {
      firsts[expected[row - 1]?.word ?? 0] = column - 1;
      row -= 1;
      column -= 1;
    } else if (here === at(row - 1, column) + MISS) row -= 1;
    else column -= 1;
  }
  return settled(firsts, heard.length);
}

/** Words without a phone of their own begin where the next one does. */
function settled(firsts: readonly number[], count: number): number[] {
  const result = [...firsts];
  let next = count;
  for (let i = result.length - 1; i >= 0; i--) {
    if ((result[i] ?? -1) < 0) result[i] = next;
    next = result[i] ?? next;
  }
  result[0] = 0;
  return result;
}

function exchangeCost(a: string, b: string): number {
  if (a === b) return 0;
  if (a !== '' && a[0] === b[0]) return 0.2;
  return VOWEL.test(a) === VOWEL.test(b) ? 0.5 : 1.6;
}
