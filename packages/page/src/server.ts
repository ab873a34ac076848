import {
  openedSchema,
  type Opened,
  type OpenedItem,
  type PageEvent,
  type WordWay,
} from '@aurelfield/api/pupilPage';

/** The server refuses: trying again changes nothing. */
export class Refused extends Error {
  readonly status: number;

  constructor(status: number, message: string) {
    super(message);
    this.status = status;
  }
}

const CLOSED = 'This is not handed out to you any more. Ask your teacher.';

/** What the page opened with, where the server put it into the page itself. */
export function openedInPage(): Opened | undefined {
  const text = document.getElementById('opened')?.textContent;
  if (text === undefined) return undefined;
  return openedSchema.safeParse(JSON.parse(text)).data;
}

/** Opens by the secret of a link or by a short code. @throws Refused for what opens nothing. */
export async function enter(key: string, pin: string): Promise<Opened> {
  const response = await fetch('/api/open/enter', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ key, pin }),
  });
  if (!response.ok) throw new Refused(response.status, await messageOf(response));
  return openedSchema.parse(await response.json());
}

/** Address of a file of a hand-out; it never changes its content. */
export function fileAddress(
  pass: string,
  { package: name }: Pick<OpenedItem, 'package'>,
  file: string,
): string {
  return `/api/open/${pass}/files/${name}/${file}`;
}

/** Address of what is told of a word, or of how it, or its meaning, is heard. */
export function wordAddress(
  pass: string,
  { package: name }: Pick<OpenedItem, 'package'>,
  sentence: number,
  word: number,
  way?: WordWay,
): string {
  return `/api/open/${pass}/words/${name}/${sentence}/${word}${way === undefined ? '' : `/${way}`}`;
}

/** Address of a hand-out's sound as one file, for those that may be saved. */
export function saveAddress(pass: string, { package: name }: Pick<OpenedItem, 'package'>): string {
  return `/api/open/${pass}/save/${name}/sound.mp3`;
}

/** Sends events. @throws when the server is out of reach; Refused when it does not want them. */
export async function sendEvents(pass: string, events: readonly PageEvent[]): Promise<void> {
  const response = await fetch(`/api/open/${pass}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ events }),
    keepalive: true,
  });
  if (!response.ok) throw new Refused(response.status, await messageOf(response));
}

async function messageOf(response: Response): Promise<string> {
  try {
    const { message } = (await response.json()) as { message?: unknown };
    return typeof message === 'string' ? message : CLOSED;
  } catch {
    return CLOSED;
  }
}
