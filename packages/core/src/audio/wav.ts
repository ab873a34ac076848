const HEADER_BYTES = 44;
export const BYTES_PER_SAMPLE = 2;
const MAX_SIZE = 0xffff_ffff;

/**
 * Header of a mono 16-bit PCM WAV file (RIFF), to be followed by `samples` little-endian samples. Lengths
 * that 32 bits cannot hold are written as the largest number, which readers of streams take for "until the
 * end".
 */
export function wavHeader(sampleRate: number, samples: number): Uint8Array {
  const dataBytes = samples * BYTES_PER_SAMPLE;
  const view = new DataView(new ArrayBuffer(HEADER_BYTES));
  ascii(view, 0, 'RIFF');
  view.setUint32(4, Math.min(HEADER_BYTES - 8 + dataBytes, MAX_SIZE), true);
  ascii(view, 8, 'WAVEfmt ');
  view.setUint32(16, 16, true);
  view.setUint16(20, 1, true);
  view.setUint16(22, 1, true);
  view.setUint32(24, sampleRate, true);
  view.setUint32(28, sampleRate * BYTES_PER_SAMPLE, true);
  view.setUint16(32, BYTES_PER_SAMPLE, true);
  view.setUint16(34, 8 * BYTES_PER_SAMPLE, true);
  ascii(view, 36, 'data');
  view.setUint32(40, Math.min(dataBytes, MAX_SIZE), true);
  return new Uint8Array(view.buffer);
}

function ascii(view: DataView, at: number, text: string): void {
  for (let i = 0; i < text.length; i++) view.setUint8(at + i, text.charCodeAt(i));
}
