const HEADER_BYTES = 44;
export const BYTES_PER_SAMPLE = 2;

/** Header of a mono 16-bit PCM WAV file (RIFF), to be followed by `samples` little-endian samples. */
export function wavHeader(sampleRate: number, samples: number): Uint8Array {
  const dataBytes = samples * BYTES_PER_SAMPLE;
  const view = new DataView(new ArrayBuffer(HEADER_BYTES));
  ascii(view, 0, 'RIFF');
  view.setUint32(4, HEADER_BYTES - 8 + dataBytes, true);
  ascii(view, 8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * BYTES_PER_SAMPLE, true);
  view.setUint16(32, BYTES_PER_SAMPLE, true);
  view.setUint16(34, 8 * BYTES_PER_SAMPLE, true);
  ascii(view, 36, 'data');
  view.setUint32(40, dataBytes, true);
  return new Uint8Array(view.buffer);
}

/** The most samples a WAV file can hold (its sizes are 32-bit). */
export const MAX_WAV_SAMPLES = Math.floor((0xffff_ffff - HEADER_BYTES) / BYTES_PER_SAMPLE);

/** Samples in `seconds`, to the nearest one. */
export function toSamples(seconds: number, sampleRate: number): number {
  return Math.round(seconds * sampleRate);
}

function ascii(view: DataView, at: number, text: string): void {
  for (let i = 0; i < text.length; i++) view.setUint8(at + i, text.charCodeAt(i));
}
