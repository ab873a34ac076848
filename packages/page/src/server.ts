import {
  openedSchema,
  type Opened,
  type OpenedItem,
  type ListeningEvent,
  type WordWay,
} from '@aurelfield/api/pupilPage';
import * as z from 'zod/mini';

/** The server refuses: trying again changes nothing. */
export class RequestError extends Error {
  readonly status: number;
  /** What is wrong, in the server's word for programs. */
  readonly code: string;

  constructor(status: number, message: string, code = '') {
    super(message);
    this.status = status;
    this.code = code;
  }
}

const CLOSED = 'Your teacher has withdrawn this. Ask for it again.';
export const OUT_OF_REACH = 'Can’t reach the school. Check the network, then try again.';

/** How the page starts: with what it opened, or with what it has to ask or say first. */
export type Start =
  | { readonly state: 'open'; readonly opened: Opened }
  | { readonly state: 'code' | 'pin' | 'unknown' | 'withdrawn' | 'trouble' };

const stateSchema = z.enum(['code', 'pin', 'unknown', 'withdrawn', 'trouble']);

/** What the server put into the page itself. */
export function startInPage(): Start {
  const json = (id: string): unknown => JSON.parse(document.getElementById(id)?.textContent ?? 'null');
  const { data: opened } = openedSchema.safeParse(json('opened'));
  if (opened) return { state: 'open', opened };
  return { state: stateSchema.safeParse(json('state')).data ?? 'code' };
}

/**
 * Reopens what this device opened before.
 * @throws Refused when it no longer opens; any other error without a network.
 */
export async function resume(accessToken: string): Promise<Opened> {
  const response = await fetch(`/api/open/${accessToken}`);
  if (!response.ok) throw await errorOf(response);
  return openedSchema.parse(await response.json());
}

/** Opens by the secret of a link or by a short code. @throws Refused for what opens nothing. */
export async function enter(key: string, pin: string): Promise<Opened> {
  const response = await fetch('/api/open/enter', {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ key, pin }),
  });
  if (!response.ok) throw await errorOf(response);
  return openedSchema.parse(await response.json());
}

/** Address of a file of an assignment; it never changes its content. */
export function fileAddress(
  accessToken: string,
  { package: name }: Pick<OpenedItem, 'package'>,
  file: string,
): string {
  return `/api/open/${accessToken}/files/${name}/${file}`;
}

/** Address of a word's facts, or of the sound of the word or its meaning. */
export function wordAddress(
  accessToken: string,
  { package: name }: Pick<OpenedItem, 'package'>,
  sentence: number,
  word: number,
  way?: WordWay,
): string {
  return `/api/open/${accessToken}/words/${name}/${sentence}/${word}${way === undefined ? '' : `/${way}`}`;
}

/** Address of an assignment's sound as one file, for those that may be saved. */
export function saveAddress(accessToken: string, { package: name }: Pick<OpenedItem, 'package'>): string {
  return `/api/open/${accessToken}/save/${name}/sound.mp3`;
}

/** Sends events. @throws when the server is out of reach; Refused when it does not want them. */
export async function sendEvents(accessToken: string, events: readonly ListeningEvent[]): Promise<void> {
  const response = await fetch(`/api/open/${accessToken}/events`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ events }),
    keepalive: true,
  });
  if (!response.ok) throw await errorOf(response);
}

const apiErrorSchema = z.object({ code: z.string(), message: z.string() });

/**
 * What an answer that is not well means. A server, or a proxy before it, that is not well itself refuses
 * nothing.
 */
async function errorOf(response: Response): Promise<Error> {
  if (response.status >= 500) return new Error(`The server answered ${response.status}.`);
  const { data } = apiErrorSchema.safeParse(await response.json().catch(() => null));
  return new RequestError(response.status, data?.message ?? CLOSED, data?.code);
}
