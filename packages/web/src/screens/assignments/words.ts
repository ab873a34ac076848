import type { Assignment, PupilLink } from '@aurelfield/api';
import { formatReasons } from '../make/words.ts';

const day = (iso: string) =>
  new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' });

/** How an assignment stands, in words. */
export function formatAssignment({
  state,
  version,
  done,
  error,
  newer,
  madeAt,
  firstDay,
  lastDay,
}: Assignment): string {
  switch (state) {
    case 'making':
      return `${version === 0 ? 'Preparing' : 'Preparing a new version'}: ${Math.round(100 * done)} %`;
    case 'failed':
      return `${version === 0 ? 'Not given' : 'The earlier version is given'}: ${error ?? 'it could not be prepared'}`;
    case 'not-yet':
      return `Opens on ${day(firstDay ?? '')}`;
    case 'over':
      return `Ended on ${day(lastDay ?? '')}`;
    case 'out': {
      const since = `Given ${day(madeAt ?? '')}${version > 1 ? `, version ${version}` : ''}`;
      const until = lastDay === null ? '' : `, until ${day(lastDay)}`;
      return `${since}${until}${newer.length > 0 ? `. Out of date: ${formatReasons(newer)}` : ''}`;
    }
  }
}

/** A short code in two halves, as it is read out and typed. */
export function formatCode(code: string): string {
  return `${code.slice(0, 4)} ${code.slice(4)}`;
}

/** The address that a link is. */
export function addressOf({ secret }: Pick<PupilLink, 'secret'>, origin = window.location.origin): string {
  return `${origin}/p/${secret}`;
}
