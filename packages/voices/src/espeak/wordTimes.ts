import type { WordTime } from '../clip/shapeClip.ts';
import type { EspeakEvent } from './module.ts';
import { PAUSE, splitPhones, phoneName, type Phone } from './phones.ts';

/**
 * Times of all spoken words out of the engine's events. A word begins with its first phone and ends where its
 * last phone does. Where the engine merged words ("in the") and reports only the first, the phones of the run
 * are split among them.
 * @param starts 1-based character at which each spoken word begins in the text that was spoken.
 * @param phonesAlone phones of the word at this index when it is said alone.
 */
export function wordTimes(
  events: readonly EspeakEvent[],
  starts: readonly number[],
  phonesAlone: (word: number) => readonly string[],
): WordTime[] {
  const phones = phonesOf(events);
  const ends = phoneEnds(phones, events);
  const groups = groupWords(events, starts);
  const times: WordTime[] = [];
  groups.forEach((group, i) => {
    const until = groups[i + 1]?.at ?? Infinity;
    const own = indicesBetween(phones, group.at, until);
    const fallback = Math.min(until, ends.at(-1) ?? group.at);
    times.push(...timesOfGroup(group, own, phones, ends, fallback, phonesAlone));
  });
  return inOrder(times);
}

interface WordGroup {
  readonly firstWord: number;
  readonly count: number;
  /** Milliseconds. */
  readonly at: number;
}

function phonesOf(events: readonly EspeakEvent[]): Phone[] {
  return events
    .filter((event) => event.type === 'phoneme')
    .map((event) => ({ name: phoneName(event.id), at: event.audio_position }));
}

/** A phone lasts until the next phone, or until the word event that parts it from the next word's closure. */
function phoneEnds(phones: readonly Phone[], events: readonly EspeakEvent[]): number[] {
  const wordStarts = events.filter((event) => event.type === 'word').map((event) => event.audio_position);
  const end = events.at(-1)?.audio_position ?? 0;
  let next = 0;
  return phones.map((phone, i) => {
    while ((wordStarts[next] ?? Infinity) <= phone.at) next += 1;
    return Math.min(phones[i + 1]?.at ?? end, wordStarts[next] ?? Infinity);
  });
}

/** Words that have an event open a group; those without join the group before them. */
function groupWords(events: readonly EspeakEvent[], starts: readonly number[]): WordGroup[] {
  const onsets = new Map<number, number>();
  let latest = -1;
  for (const event of events) {
    if (event.type !== 'word') continue;
    const word = lastAtOrBefore(starts, event.text_position);
    if (word > latest) {
      onsets.set(word, event.audio_position);
      latest = word;
    }
  }
  const opening = [...onsets.keys()];
  if (opening[0] !== 0) opening.unshift(0);
  return opening.map((word, i) => ({
    firstWord: word,
    count: (opening[i + 1] ?? starts.length) - word,
    at: onsets.get(word) ?? 0,
  }));
}

function timesOfGroup(
  group: WordGroup,
  own: readonly number[],
  phones: readonly Phone[],
  ends: readonly number[],
  fallback: number,
  phonesAlone: (word: number) => readonly string[],
): WordTime[] {
  if (own.length === 0)
    return Array.from({ length: group.count }, () => ({
      start: Math.min(group.at, fallback),
      end: Math.min(group.at, fallback),
    }));
  const words = Array.from({ length: group.count }, (_, i) => group.firstWord + i);
  const firsts =
    group.count === 1
      ? [0]
      : splitPhones(
          words.map(phonesAlone),
          own.map((index) => phones[index]?.name ?? ''),
        );
  return firsts.map((first, i) => {
    const after = firsts[i + 1] ?? own.length;
    const last = own[Math.max(first, after - 1)] ?? own.at(-1) ?? 0;
    const start = phones[own[first] ?? last]?.at ?? group.at;
    return { start, end: after > first ? (ends[last] ?? start) : start };
  });
}

function indicesBetween(phones: readonly Phone[], from: number, until: number): number[] {
  const indices: number[] = [];
  phones.forEach((phone, i) => {
    if (phone.name !== PAUSE && phone.at >= from && phone.at < until) indices.push(i);
  });
  return indices;
}

function lastAtOrBefore(starts: readonly number[], position: number): number {
  let found = -1;
  for (const [word, start] of starts.entries()) {
    if (start > position) break;
    found = word;
  }
  return found;
}

/** Guards the promise that times never fall, whatever the engine reports. */
function inOrder(times: readonly WordTime[]): WordTime[] {
  let floor = 0;
  return times.map((time, i) => {
    const start = Math.max(time.start, floor);
    const ceiling = Math.max(times[i + 1]?.start ?? Infinity, start);
    const end = Math.min(Math.max(time.end, start), ceiling);
    floor = end;
    return { start, end };
  });
}
