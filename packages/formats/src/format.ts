import type { ExportDocument } from './exportDocument.ts';

export const GROUPS = ['sound', 'timed text', 'book', 'text'] as const;
type FormatGroup = (typeof GROUPS)[number];

/** Samples a second that sound files can have. */
export const SAMPLE_RATES = [8000, 16_000, 22_050, 44_100, 48_000] as const;
type SampleRate = (typeof SAMPLE_RATES)[number];
/** Kilobits a second of sound that is compressed with loss. */
export const BIT_RATES = [64, 96, 128, 160, 192] as const;
type BitRate = (typeof BIT_RATES)[number];

/** How the sound in a file is stored. */
export interface Quality {
  readonly sampleRate: SampleRate;
  readonly bitRate: BitRate;
}

/** Speech as most devices play it, in small files. */
export const DEFAULT_QUALITY: Quality = { sampleRate: 22_050, bitRate: 64 };

/** A format in which an edition is saved. */
export interface Format {
  readonly id: string;
  /** What the screens call it. */
  readonly label: string;
  /** What it is good for, in one line. */
  readonly goodFor: string;
  readonly group: FormatGroup;
  readonly mediaType: string;
  /** Without the dot. */
  readonly extension: string;
  /** Which choices of quality it takes. */
  readonly quality: readonly (keyof Quality)[];
  /** Programs beside Node that must be installed. */
  readonly needs: readonly 'ffmpeg'[];
  /** Bytes of a file, about, for so many seconds of sound and characters of text; for plans. */
  readonly bytes: (
    amount: { readonly seconds: number; readonly characters: number },
    quality: Quality,
  ) => number;
  /**
   * The file, in chunks.
   * @throws FormatError where the edition cannot be written in this format; the signal's reason when
   * cancelled. Nothing is left behind.
   */
  readonly write: (exportDocument: ExportDocument, options: WriteOptions) => AsyncIterable<Uint8Array>;
}

export interface WriteOptions {
  readonly quality: Quality;
  readonly signal: AbortSignal;
}

/** Something cannot be written in a format; its message is for people. */
export class FormatError extends Error {
  override readonly name = 'FormatError';
}
