import { PACE_RANGE } from '../pace/profile.ts';

/** When in the school year a pupil was heard. */
export type Season = 'autumn' | 'winter' | 'spring';

const SEASONS: readonly Season[] = ['autumn', 'winter', 'spring'];
const PERCENTILES = [90, 75, 50, 25, 10] as const;

/**
 * Words correct a minute in oral reading, by grade: for each percentile (90, 75, 50, 25, 10) autumn, winter,
 * spring. Hasbrouck, J. and Tindal, G. (2017), An update to compiled ORF norms, Technical Report 1702,
 * University of Oregon. All values from memory; the report itself was not at hand. Grade 1 has none for
 * autumn.
 */
export const FLUENCY_NORMS: Readonly<Record<number, readonly (readonly (number | null)[])[]>> = {
  1: [[null, 97, 116], [null, 59, 91], [null, 29, 60], [null, 16, 34], [null, 9, 18]],
  2: [[111, 131, 148], [84, 109, 124], [50, 84, 100], [36, 59, 72], [23, 35, 43]],
  3: [[134, 161, 166], [104, 137, 139], [83, 97, 112], [59, 79, 91], [40, 62, 63]],
  4: [[153, 168, 184], [125, 143, 160], [94, 120, 133], [75, 95, 105], [60, 71, 83]],
  5: [[179, 183, 195], [153, 160, 169], [121, 133, 146], [87, 109, 119], [64, 84, 102]],
  6: [[185, 195, 204], [159, 166, 173], [132, 145, 146], [112, 116, 122], [89, 91, 91]],
}; // prettier-ignore

export const FLUENCY_SOURCE = 'Hasbrouck and Tindal 2017 (values from memory)';

/**
 * School years (of England and Wales) that the norms speak of; Year 2 is grade 1. Later years are set beside
 * the last grade.
 */
export const FLUENCY_YEARS = { min: 2, max: 13 } as const;

export interface FluencyFigure {
  /** Words read correctly in a minute. */
  readonly wordsCorrect: number;
  /** School year, 2 to 13. */
  readonly year: number;
  readonly season: Season;
}

/** A pace to begin with, and how it came about. */
export interface PaceSuggestion {
  /** Words a minute. */
  readonly pace: number;
  /**
   * Between which percentiles of the norms the figure lies: `[25, 50]`; `[0, 10]` below and `[90, 100]` above
   * all.
   */
  readonly between: readonly [number, number];
  /** Words correct a minute of half of the year's readers, or null where the norms have none. */
  readonly median: number | null;
  /** The grade whose norms were taken. */
  readonly grade: number;
}

/** How far the voice goes ahead of the pupil's own reading. Common practice, no source. */
const AHEAD = 1.1;
/** Between these a voice sounds neither dragged nor hurried. Common practice, no source. */
const COMFORTABLE = { min: 80, max: 180 } as const;

/**
 * A pace for listening along: a tenth quicker than the pupil reads, to the nearest five, where a voice still
 * sounds natural.
 */
export function suggestPace({ wordsCorrect, year, season }: FluencyFigure): PaceSuggestion {
  const grade = Math.max(1, Math.min(6, Math.round(year) - 1));
  const column = SEASONS.indexOf(season);
  const norms = (FLUENCY_NORMS[grade] ?? []).map((row) => row[column] ?? null);
  const reached = norms.findIndex((norm) => norm !== null && wordsCorrect >= norm);
  const upper = reached < 0 ? 10 : reached === 0 ? 100 : (PERCENTILES[reached - 1] ?? 100);
  const lower = reached < 0 ? 0 : (PERCENTILES[reached] ?? 0);
  const ahead = Math.round((wordsCorrect * AHEAD) / 5) * 5;
  const pace = Math.max(COMFORTABLE.min, Math.min(COMFORTABLE.max, ahead));
  return {
    pace: Math.max(PACE_RANGE.min, Math.min(PACE_RANGE.max, pace)),
    between: norms.every((norm) => norm === null) ? [0, 100] : [lower, upper],
    median: norms[PERCENTILES.indexOf(50)] ?? null,
    grade,
  };
}
