/**
 * Where some words stand in a text, of several places the one nearest to where they stood; nothing where they
 * are gone.
 */
export function placeNear(text: string | undefined, written: string, start: number): number | undefined {
  if (text === undefined || written === '') return undefined;
  let best: number | undefined;
  for (let at = text.indexOf(written); at >= 0; at = text.indexOf(written, at + 1))
    if (best === undefined || Math.abs(at - start) < Math.abs(best - start)) best = at;
  return best;
}
