// @ts-check
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

/**
 * What the formats read from their folders when they run from source is put into the bundle: the list of all
 * formats, and the player of saved pages.
 * @type {import('esbuild').Plugin}
 */
export const formatsInTheBundle = {
  name: 'formats',
  setup(building) {
    const folder = path.join(import.meta.dirname, '../../packages/formats/src');
    building.onLoad({ filter: /formats.src.all\.ts$/ }, () => {
      const names = readdirSync(path.join(folder, 'formats')).filter(
        (name) => name.endsWith('.ts') && !name.endsWith('.test.ts'),
      );
      const imports = names.map((name, nth) => `import { format as f${nth} } from './formats/${name}';`);
      const list = names.map((_name, nth) => `f${nth}`).join(', ');
      return {
        contents: `${imports.join('\n')}\nexport const ALL = [${list}];`,
        loader: 'ts',
        resolveDir: folder,
      };
    });
    building.onLoad({ filter: /formats.src.tools.playerFile\.ts$/ }, () => {
      const files = Object.fromEntries(
        ['player.js', 'player.css'].map((name) => [
          name,
          readFileSync(path.join(folder, 'page', name), 'utf8').trim(),
        ]),
      );
      return {
        contents: `const FILES = ${JSON.stringify(files)};\nexport const playerFile = (name) => FILES[name];`,
        loader: 'js',
      };
    });
  },
};
