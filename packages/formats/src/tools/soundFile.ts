import { createReadStream } from 'node:fs';
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { drawnCover } from './cover.ts';
import type { ExportDocument } from '../exportDocument.ts';
import type { WriteOptions } from '../format.ts';
import { encode, wavOf } from './ffmpeg.ts';
import { metadataFile } from './tags.ts';
import { withFolder } from './tempFolder.ts';

export interface SoundFileOptions {
  readonly extension: string;
  /** Codec and container, as arguments of ffmpeg. */
  readonly codec: readonly string[];
  /** Whether ffmpeg writes the cover into it. */
  readonly cover?: boolean;
  /** Whether ffmpeg writes the chapters. */
  readonly chapters?: boolean;
}

/** An edition as one sound file with tags and chapters, as ffmpeg writes them. */
export function soundFile(
  exportDocument: ExportDocument,
  { extension, codec, cover = false, chapters = true }: SoundFileOptions,
  { signal }: WriteOptions,
): AsyncGenerator<Uint8Array> {
  return withFolder(async function* (folder) {
    const [metadata, picture, target] = ['tags.txt', 'cover.png', `sound.${extension}`].map((name) =>
      path.join(folder, name),
    ) as [string, string, string];
    await writeFile(metadata, metadataFile(exportDocument));
    if (cover) await writeFile(picture, await drawnCover(exportDocument));
    const { pieces, samples } = exportDocument.timeline;
    await encode(
      wavOf(exportDocument, pieces, samples),
      [
        '-i', metadata,
        ...(cover ? ['-i', picture, '-map', '0:a', '-map', '2:v', '-c:v', 'copy', '-disposition:v', 'attached_pic'] : ['-map', '0:a']),
        '-map_metadata', '1', '-map_chapters', chapters ? '1' : '-1', ...codec,
      ], // prettier-ignore
      target,
      signal,
    );
    yield* createReadStream(target) as AsyncIterable<Buffer>;
  });
}

/** ffmpeg's arguments for a sample rate. */
export function atRate(sampleRate: number): string[] {
  return ['-ar', String(sampleRate), '-ac', '1'];
}
