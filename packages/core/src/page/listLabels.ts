/** How the items of a list are counted. */
export type Counting = 'figures' | 'letters' | 'capitals' | 'roman' | 'roman capitals';

const ROMAN = [[1000, 'm'], [900, 'cm'], [500, 'd'], [400, 'cd'], [100, 'c'], [90, 'xc'], [50, 'l'], [40, 'xl'], [10, 'x'], [9, 'ix'], [5, 'v'], [4, 'iv'], [1, 'i']] as const; // prettier-ignore
/** Larger ones, and those below one, have no Roman figures. */
const LARGEST = 3999;

/** The label of a list's item: 3 → "3", "c", "C", "iii", "III". After z come aa, bb, as word processors count. */
export function listLabel(number: number, counting: Counting): string {
  if (counting === 'figures' || number < 1 || number > LARGEST) return String(number);
  const label = counting.startsWith('roman') ? roman(number) : letters(number);
  return counting.endsWith('capitals') ? label.toUpperCase() : label;
}

function letters(number: number): string {
  return String.fromCharCode(97 + ((number - 1) % 26)).repeat(Math.ceil(number / 26));
}

function roman(number: number): string {
  let [rest, text] = [number, ''];
  for (const [worth, sign] of ROMAN)
    while (rest >= worth) {
      text += sign;
      rest -= worth;
    }
  return text;
}
