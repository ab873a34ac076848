import { blocksFromPhotos, DOUBTFUL_CONFIDENCE } from '@aurelfield/core/photo';
import { dictionary } from 'cmu-pronouncing-dictionary';
import { spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { findPhotoOutline, readPhoto } from '../../packages/readers/src/photo/readPhoto.ts';

const isWord = (word: string) => Object.hasOwn(dictionary, word.toLowerCase());

/**
 * Reads a folder of photos from a camera that is not ours and has the folder's own script score them
 * (`score.mjs`: errors, words lost, order, kinds, silent loss); prints its table. Nothing where there is no
 * such folder.
 */
export async function scorePhotoSet(folder: string): Promise<void> {
  const script = path.join(folder, 'score.mjs');
  if (!existsSync(script)) return;
  const out = mkdtempSync(path.join(tmpdir(), 'aurelfield-photos-'));
  const started = process.cpuUsage();
  const photos = readdirSync(folder).filter((name) => name.endsWith('.jpg'));
  for (const name of photos) {
    const bytes = readFileSync(path.join(folder, name));
    const { corners, whole, outline } = await findPhotoOutline(name, bytes);
    const page = await readPhoto(name, bytes, { corners: corners ?? whole, outline, languages: ['eng'] });
    const { blocks, words } = blocksFromPhotos([page], { isWord });
    const document = {
      blocks,
      warnings: corners ? [] : [`No page was found in ${name}: the whole picture was read.`],
      doubtful: words.filter(({ confidence }) => confidence < DOUBTFUL_CONFIDENCE).map(({ text }) => text),
      unreadRegions: page.unreadRegions,
    };
    writeFileSync(path.join(out, name.replace(/\.jpg$/u, '.json')), JSON.stringify(document));
  }
  console.log(`\n${photos.length} photos of another camera (${folder})`);
  console.log(spawnSync(process.execPath, [script, out], { encoding: 'utf8' }).stdout);
  const { user, system } = process.cpuUsage(started);
  console.log(
    `cleaning and layout took ${((user + system) / 1e6 / photos.length).toFixed(1)} s of processor time a photo, the recogniser's own aside`,
  );
  rmSync(out, { recursive: true, force: true });
}
