/** Words per minute without pauses that the engine gives at its own rates, measured on running English text. */
// prettier-ignore
const RATE_CURVE: readonly (readonly [wordsPerMinute: number, rate: number])[] = [
  [128, 80], [150, 100], [178, 120], [219, 150], [253, 175], [284, 200], [347, 250], [412, 300], [480, 350], [600, 450],
];

/** The engine's rate (80 to 450) for a speed in words per minute without pauses, by straight lines between measured points. */
export function espeakRate(wordsPerMinute: number): number {
  const above = RATE_CURVE.findIndex(([speed]) => speed >= wordsPerMinute);
  if (above === 0) return RATE_CURVE[0]?.[1] ?? 80;
  const high = RATE_CURVE[above];
  const low = RATE_CURVE[above - 1];
  if (!high || !low) return RATE_CURVE.at(-1)?.[1] ?? 450;
  const share = (wordsPerMinute - low[0]) / (high[0] - low[0]);
  return Math.round(low[1] + share * (high[1] - low[1]));
}

/** The engine's pitch (0 to 99, 50 its own) for semitones up or down: its scale doubles the frequency every 50 steps. */
export function espeakPitch(semitones: number): number {
  return Math.max(0, Math.min(99, Math.round(50 + (semitones * 50) / 12)));
}
