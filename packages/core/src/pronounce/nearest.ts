import { FEATURES, type Consonant, type Vowel } from './phones.ts';

/** Manners that sound alike, nearest first. */
const MANNER_DISTANCE: Readonly<Record<string, number>> = {
  'tap trill': 1, 'approximant trill': 2, 'approximant tap': 2, 'fricative lateral fricative': 2, 'lateral lateral fricative': 2, 'affricate fricative': 2, 'affricate plosive': 2,
  'implosive plosive': 1, 'click plosive': 2, 'approximant lateral': 3, 'approximant fricative': 3, 'fricative trill': 3,
}; // prettier-ignore

/**
 * The sound among `available` that is nearest to `symbol` on the IPA chart: same kind, then place, manner,
 * voicing or height, backness, rounding.
 * @returns a symbol of `available`.
 */
export function nearestPhone(symbol: string, available: readonly string[]): string {
  const wanted = FEATURES.get(symbol);
  let best = available[0] ?? symbol;
  let least = Infinity;
  for (const candidate of available) {
    const features = FEATURES.get(candidate);
    if (!wanted || features?.kind !== wanted.kind) continue;
    const distance =
      wanted.kind === 'vowel'
        ? vowelDistance(wanted, features as Vowel)
        : consonantDistance(wanted, features as Consonant);
    if (distance < least) {
      least = distance;
      best = candidate;
    }
  }
  return best;
}

function vowelDistance(a: Vowel, b: Vowel): number {
  return Math.abs(a.height - b.height) + Math.abs(a.back - b.back) + (a.rounded === b.rounded ? 0 : 1.5);
}

function consonantDistance(a: Consonant, b: Consonant): number {
  const manner = a.manner === b.manner ? 0 : (MANNER_DISTANCE[[a.manner, b.manner].sort().join(' ')] ?? 5);
  return Math.abs(a.place - b.place) * 0.9 + manner + (a.voiced === b.voiced ? 0 : 1.5);
}
