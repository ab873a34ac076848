import { ALL } from './all.ts';
import { FormatError, GROUPS, type Format } from './format.ts';

/** The formats there are, by group and label. */
export const FORMATS: readonly Format[] = [...ALL].sort(
  (a, b) => GROUPS.indexOf(a.group) - GROUPS.indexOf(b.group) || a.label.localeCompare(b.label, 'en'),
);

/**
 * The format with this id.
 * @throws FormatError when there is none: an unknown one is never taken for another.
 */
export function formatOf(id: string): Format {
  const format = FORMATS.find((one) => one.id === id);
  if (!format)
    throw new FormatError(
      `There is no format “${id}”. There are: ${FORMATS.map((one) => one.id).join(', ')}.`,
    );
  return format;
}
