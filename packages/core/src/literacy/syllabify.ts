/**
 * What is known of which letters begin the heart of a syllable: weights of the letters around one, learnt
 * from a pronouncing dictionary (`scripts/syllables`). Names of features to weights; a feature that is not
 * named weighs nothing.
 */
export type SyllableWeights = Readonly<Record<string, number>>;

/** Letters that can be the heart of a syllable: vowels, and l, m, n, r as in "little", "rhythm", "hadn't". */
const CAN_BE_HEART = /[aeiouylmnr]/u;
const VOWEL = /[aeiouy]/u;
const EDGE = '^$';

/** Clusters of letters that English syllables begin with. Common practice, no source. */
const ONSETS: ReadonlySet<string> = new Set(
  'b bl br c ch chl chr cl cr d dr dw f fl fr g gh gl gr h j k kl kr l m n p ph phl phr pl pr qu r rh s sc sch scr sh shr sk sl sm sn sp sph spl spr squ st str sw t th thr tr tw v w wh wr x y z'.split(
    ' ',
  ),
);

/**
 * Says how a written English word falls into syllables. Small and capital letters alike; what is no letter
 * parts nothing.
 */
export class Syllabifier {
  readonly #weights: SyllableWeights;

  constructor(weights: SyllableWeights) {
    this.#weights = weights;
  }

  /** How many syllables a word has by its letters; at least one. */
  count(word: string): number {
    return Math.max(1, this.#hearts(word.toLowerCase()).length);
  }

  /**
   * Where in the word a syllable begins, the first left out; UTF-16 offsets.
   * @param syllables how many it has, where a dictionary knows.
   */
  breaks(word: string, syllables?: number): number[] {
    const lower = word.toLowerCase();
    if (lower.length !== word.length) return [];
    const hearts = this.#hearts(lower, syllables);
    return hearts.slice(1).map((heart, i) => beginOf(lower, hearts[i] ?? 0, heart));
  }

  #hearts(word: string, syllables?: number): number[] {
    const scored = [...candidatesOf(word)].map((at) => ({ at, score: scoreOf(this.#weights, word, at) }));
    const chosen =
      syllables === undefined
        ? scored.filter(({ score }) => score > 0)
        : [...scored].sort((a, b) => b.score - a.score).slice(0, syllables);
    return chosen.map(({ at }) => at).sort((a, b) => a - b);
  }
}

/** The letters of a word that can be the heart of a syllable. */
export function candidatesOf(word: string): number[] {
  return [...Array(word.length).keys()].filter((at) => CAN_BE_HEART.test(word[at] ?? ''));
}

/** How much speaks for a letter being the heart of a syllable; above zero it is taken for one. */
function scoreOf(weights: SyllableWeights, word: string, at: number): number {
  let score = 0;
  for (const feature of featuresOf(word, at))
    score += Object.hasOwn(weights, feature) ? (weights[feature] ?? 0) : 0;
  return score;
}

/** What is looked at: the letter with some of those before and after it, the word's edges among them. */
export function featuresOf(word: string, at: number): string[] {
  const padded = `${EDGE[0]}${EDGE[0]}${EDGE[0]}${word}${EDGE[1]}${EDGE[1]}${EDGE[1]}${EDGE[1]}`;
  const i = at + 3;
  const around = (before: number, after: number) => `${before}${padded.slice(i - before, i + after + 1)}`;
  return [
    around(0, 0), around(1, 0), around(0, 1), around(1, 1), around(2, 0), around(0, 2), around(2, 1), around(1, 2), around(2, 2), around(3, 0), around(0, 3), around(3, 1), around(1, 3), around(3, 2), around(2, 3), around(0, 4), around(1, 4), around(3, 3),
  ]; // prettier-ignore
}

/**
 * Where the syllable of `heart` begins, after the one of the heart before it: with the longest cluster that
 * English begins a syllable with.
 */
function beginOf(word: string, before: number, heart: number): number {
  // A consonant as heart, or the e of a last -le, takes the consonants before it along: rhy-thm, lit-tle,
  // cas-tle.
  const isConsonant = !VOWEL.test(word[heart] ?? '');
  const isLastLe = heart === word.length - 1 && /[^aeiouy]le$/u.test(word);
  if (isConsonant || isLastLe) {
    const last = isConsonant ? heart - 1 : heart - 2;
    return Math.max(before + 1, /^(?:th|ch|ck|ph)$/u.test(word.slice(last - 1, last + 1)) ? last - 1 : last);
  }
  let from = heart;
  while (from - 1 > before && !VOWEL.test(word[from - 1] ?? '')) from -= 1;
  for (let start = from; start < heart; start++) {
    const onset = word.slice(start, heart);
    // An s stays with the vowel before it (mas-ter); at a word's beginning there is none.
    if (ONSETS.has(onset) && !/^s[ckpqt]/u.test(onset)) return start;
  }
  return heart;
}
