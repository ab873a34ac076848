import {
  BIT_RATES,
  DEFAULT_QUALITY,
  formatOf,
  SAMPLE_RATES,
  type ExportDocument,
  type Format,
  type Quality,
} from '@aurelfield/formats';
import { createWriteStream } from 'node:fs';
import { rename, unlink } from 'node:fs/promises';
import { pipeline } from 'node:stream/promises';
import { UsageError } from '../usage.ts';

/** The format of an id. @throws UsageError for one that there is not: it is never taken for another. */
export function formatFlag(id: string | undefined): Format {
  if (id === undefined) throw new UsageError('--format is missing, for example --format mp3.');
  try {
    return formatOf(id);
  } catch (error) {
    throw new UsageError(error instanceof Error ? error.message : String(error));
  }
}

/** Quality out of flags. @throws UsageError for a rate that there is not. */
export function qualityFlags(rate: string | undefined, bitRate: string | undefined): Quality {
  return {
    sampleRate: oneOf('rate', rate, SAMPLE_RATES) ?? DEFAULT_QUALITY.sampleRate,
    bitRate: oneOf('bitrate', bitRate, BIT_RATES) ?? DEFAULT_QUALITY.bitRate,
  };
}

function oneOf<T extends number>(name: string, text: string | undefined, all: readonly T[]): T | undefined {
  if (text === undefined) return undefined;
  const found = all.find((one) => String(one) === text);
  if (found === undefined) throw new UsageError(`--${name} takes ${all.join(', ')}, not “${text}”.`);
  return found;
}

/** Writes an edition into a file, which is there when it is whole and not before. */
export async function writeFormat(
  exportDocument: ExportDocument,
  format: Format,
  quality: Quality,
  target: string,
): Promise<void> {
  const draft = `${target}.part`;
  try {
    const signal = new AbortController().signal;
    await pipeline(format.write(exportDocument, { quality, signal }), createWriteStream(draft));
    await rename(draft, target);
  } catch (error) {
    await unlink(draft).catch(() => undefined);
    throw error;
  }
}
