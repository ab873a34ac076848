import { RECORDING_RATE } from '@aurelfield/api';
import { soundOfEdited, type ReadRecording } from '@aurelfield/core/audio';
import { edited, piecesBetween, type Edit, type Timeline } from '@aurelfield/core/timeline';

/** How far a cut may be moved to where the sound crosses zero. Samples: 2 ms. */
const REACH = Math.round(0.002 * RECORDING_RATE);

/**
 * The last of some edits with the edges of its cuts where the sound crosses zero, so that nothing clicks; all
 * others as they are.
 */
export async function snapped(
  timeline: Timeline,
  edits: readonly Edit[],
  read: ReadRecording,
): Promise<Edit[]> {
  const last = edits.at(-1);
  if (last?.kind !== 'cut') return [...edits];
  const before = edited(timeline, edits.slice(0, -1));
  const [from, to] = await Promise.all([
    crossingNear(before, last.from, read),
    crossingNear(before, last.to, read),
  ]);
  return [...edits.slice(0, -1), from < to ? { ...last, from, to } : last];
}

async function crossingNear(timeline: Timeline, at: number, read: ReadRecording): Promise<number> {
  const [from, to] = [Math.max(0, at - REACH), Math.min(timeline.samples, at + REACH)];
  // The very ends stay the ends.
  if (from === 0 || to === timeline.samples) return at;
  const pcm = await soundOfEdited(piecesBetween(timeline.pieces, from, to), RECORDING_RATE, read);
  let best: number | undefined;
  for (let i = 1; i < pcm.length; i++) {
    const isCrossing = (pcm[i] ?? 0) >= 0 !== (pcm[i - 1] ?? 0) >= 0;
    if (isCrossing && (best === undefined || Math.abs(from + i - at) < Math.abs(best - at))) best = from + i;
  }
  return best ?? at;
}
