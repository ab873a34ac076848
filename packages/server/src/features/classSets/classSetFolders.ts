import { FileNames, nameOf, xml } from '@aurelfield/formats';
import { initialsOf } from '../exports/exportService.ts';

/** The page that is opened first, from a memory stick or a shared drive. */
export const START_PAGE = 'index.html';

/** A pupil's folder with the files in it. */
export class Folder {
  readonly name: string;
  readonly files: string[] = [];
  readonly #names = new FileNames();

  constructor(name: string) {
    this.name = name;
  }

  /** Takes a file in. @returns its name, with a number where there is one of that name already. */
  add(stem: string, ending: string): string {
    const name = this.#names.unique(stem, ending);
    this.files.push(name);
    return name;
  }
}

/** The folders of a class set, one for each pupil; two pupils of one name have two. */
export class Folders {
  readonly #initials: boolean;
  readonly #folders = new Map<string, Folder>();
  readonly #names = new FileNames();

  /** @param initials whether folders are named by initials. */
  constructor(initials: boolean) {
    this.#initials = initials;
  }

  get all(): readonly Folder[] {
    return [...this.#folders.values()];
  }

  of(pupilId: string, pupil: string): Folder {
    const known = this.#folders.get(pupilId);
    if (known) return known;
    const name = this.#initials ? initialsOf(pupil) : pupil;
    const facts = {
      title: name,
      pupil: name,
      class: '',
      subject: '',
      voice: '',
      date: '',
      school: '',
      section: '',
    };
    // A folder ends with no dot on Windows; the unique name wants an ending, which a folder has not.
    const folder = new Folder(this.#names.unique(nameOf('{title}', facts), '').replace(/\.$/u, ''));
    this.#folders.set(pupilId, folder);
    return folder;
  }
}

const SOUND = /\.(?:mp3|m4a|opus|flac|wav)$/iu;

/** A page with all files by pupil; sound can be played on it. It needs nothing else, and no network. */
export function startPage(title: string, folders: readonly Folder[]): string {
  const address = (folder: string, file: string) =>
    `${encodeURIComponent(folder)}/${encodeURIComponent(file)}`;
  const item = (folder: string, file: string) =>
    `<li><a href="${address(folder, file)}">${xml(file)}</a>${SOUND.test(file) ? `<br><audio controls preload="none" src="${address(folder, file)}"></audio>` : ''}</li>`;
  const sections = folders.map(
    ({ name, files }) =>
      `<section><h2>${xml(name)}</h2><ul>${files.map((file) => item(name, file)).join('')}</ul></section>`,
  );
  return `<!doctype html>
<html lang="en-GB"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><title>${xml(title)}</title>
<style>:root{color-scheme:light dark}body{font:1.05rem/1.5 system-ui,sans-serif;max-width:44rem;margin:1.5rem auto;padding:0 1rem}ul{list-style:none;padding:0}li{margin:.6rem 0;overflow-wrap:anywhere}audio{width:100%;max-width:28rem}</style></head>
<body><main><h1>${xml(title)}</h1>
${sections.join('\n')}
</main></body></html>
`;
}
