import { readdir, readFile } from 'node:fs/promises';
import path from 'node:path';
import { compressed, type Compressed } from '../../http/compressed.ts';

/** Scripts are made small once and sent often. */
const SMALLEST = 11;

/** The built page's files, read and made small once: a class opens the page in the same minute. */
export class PageFiles {
  readonly #folder: string;
  #assets: Promise<Map<string, Compressed>> | undefined;
  #page: Promise<string> | undefined;

  constructor(folder: string) {
    this.#folder = folder;
  }

  /** A script or style sheet by its name; undefined where there is none of it. */
  async asset(name: string): Promise<Compressed | undefined> {
    this.#assets ??= this.#read();
    return (await this.#assets).get(name);
  }

  /** The page with the place for what it opens with. */
  page(): Promise<string> {
    this.#page ??= readFile(path.join(this.#folder, 'index.html'), 'utf8');
    return this.#page;
  }

  async #read(): Promise<Map<string, Compressed>> {
    const folder = path.join(this.#folder, 'assets');
    const names = await readdir(folder);
    return new Map(
      await Promise.all(
        names.map(
          async (name) =>
            [name, await compressed(await readFile(path.join(folder, name)), SMALLEST)] as const,
        ),
      ),
    );
  }
}
