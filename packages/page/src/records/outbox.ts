import {
  MOST_EVENTS,
  listeningEventSchema,
  type OpenedItem,
  type ListeningEvent,
} from '@aurelfield/api/pupilPage';
import * as z from 'zod/mini';
import { linkIdOf } from '../linkId.ts';
import { randomUuid } from '../randomUuid.ts';
import { recall, remember } from '../storage.ts';
import { RequestError, sendEvents } from '../server.ts';

/** Events that are kept while there is no network; beyond them the oldest go. */
const MOST_KEPT = 4000;
/** Milliseconds in which events are gathered before they are sent. */
const GATHERING = 4000;
const AGAIN = 15_000;

export type NewEvent = Pick<ListeningEvent, 'kind'> &
  Partial<Pick<ListeningEvent, 'sentence' | 'amount' | 'text'>>;

/**
 * What happened on the page, kept in this browser until the server has it. Each event has a name of its own,
 * so that one that is sent twice counts once.
 */
export class Outbox {
  readonly #accessToken: string;
  /** Of the link: on a machine that several share, nobody sends for another one. */
  readonly #key: string;
  readonly #send: typeof sendEvents;
  /** Whether listening is recorded; comments go to the teacher in any case. */
  readonly #records: boolean;
  #events: ListeningEvent[];
  #timer: ReturnType<typeof setTimeout> | undefined;
  #sending: Promise<void> | undefined;

  constructor(accessToken: string, records: boolean, send: typeof sendEvents = sendEvents) {
    this.#accessToken = accessToken;
    this.#key = `outbox:${linkIdOf(accessToken)}`;
    this.#records = records;
    this.#send = send;
    this.#events = z.array(listeningEventSchema).safeParse(recall(this.#key)).data ?? [];
  }

  /** Begins to send what waits. */
  start(): void {
    addEventListener('online', this.flush);
    addEventListener('pagehide', this.flush);
    document.addEventListener('visibilitychange', this.flush);
    if (this.#events.length > 0) this.#later(0);
  }

  /** How many wait to be sent. */
  get waiting(): number {
    return this.#events.length;
  }

  /** Notes an event of an assignment. */
  note(
    { id: assignment, version }: Pick<OpenedItem, 'id' | 'version'>,
    { kind, sentence = null, amount = 0, text = '' }: NewEvent,
  ): void {
    if (!this.#records && kind !== 'comment') return;
    const event = {
      id: randomUuid(),
      assignment,
      version,
      kind,
      at: new Date().toISOString(),
      sentence,
      amount,
      text,
    };
    this.#keep([...this.#events, event].slice(-MOST_KEPT));
    this.#later(GATHERING);
  }

  /** Sends what waits. */
  readonly flush = (): void => void this.#flush();

  /**
   * Notes an event and sends it.
   * @returns whether the server has it; otherwise it is sent when the network is back.
   */
  async send(item: Pick<OpenedItem, 'id' | 'version'>, event: NewEvent): Promise<boolean> {
    this.note(item, event);
    const last = this.#events[this.#events.length - 1];
    await this.#sending;
    await this.#flush();
    return !this.#events.some(({ id }) => id === last?.id);
  }

  /** Stops; what waits is kept. */
  stop(): void {
    clearTimeout(this.#timer);
    removeEventListener('online', this.flush);
    removeEventListener('pagehide', this.flush);
    document.removeEventListener('visibilitychange', this.flush);
  }

  #flush(): Promise<void> {
    this.#sending ??= this.#sendWaiting().finally(() => {
      this.#sending = undefined;
    });
    return this.#sending;
  }

  async #sendWaiting(): Promise<void> {
    if (this.#events.length === 0) return;
    clearTimeout(this.#timer);
    this.#timer = undefined;
    const sent = this.#events.slice(0, MOST_EVENTS);
    try {
      await this.#send(this.#accessToken, sent);
      this.#forget(sent);
    } catch (error) {
      // What the server will never take is not sent for ever; a page that is shut takes none either.
      if (error instanceof RequestError && error.status === 400) this.#forget(sent);
    }
    if (this.#events.length > 0) this.#later(AGAIN);
  }

  #forget(sent: readonly ListeningEvent[]): void {
    const ids = new Set(sent.map(({ id }) => id));
    this.#keep(this.#events.filter(({ id }) => !ids.has(id)));
  }

  #keep(events: ListeningEvent[]): void {
    this.#events = events;
    remember(this.#key, events);
  }

  #later(milliseconds: number): void {
    this.#timer ??= setTimeout(() => {
      this.#timer = undefined;
      this.flush();
    }, milliseconds);
  }
}
