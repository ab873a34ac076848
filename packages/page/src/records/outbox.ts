import { MOST_EVENTS, pageEventSchema, type OpenedItem, type PageEvent } from '@aurelfield/api/pupilPage';
import * as z from 'zod/mini';
import { recall, remember } from '../memory.ts';
import { Refused, sendEvents } from '../server.ts';

/** Events that are kept while there is no network; beyond them the oldest go. */
const MOST_KEPT = 4000;
/** Milliseconds in which events are gathered before they are sent. */
const GATHERING = 4000;
const AGAIN = 15_000;

export type NewEvent = Pick<PageEvent, 'kind'> & Partial<Pick<PageEvent, 'sentence' | 'amount' | 'text'>>;

/** What happened on the page, kept in this browser until the server has it. Each event has a name of its own, so that one that is sent twice counts once. */
export class Outbox {
  readonly #pass: string;
  /** Of the link: on a machine that several share, nobody sends for another one. */
  readonly #key: string;
  readonly #send: typeof sendEvents;
  /** Whether listening is recorded; comments go to the teacher in any case. */
  readonly #records: boolean;
  #events: PageEvent[];
  #timer: ReturnType<typeof setTimeout> | undefined;
  #isSending = false;

  constructor(pass: string, records: boolean, send: typeof sendEvents = sendEvents) {
    this.#pass = pass;
    this.#key = `outbox:${pass.split('.')[0] ?? ''}`;
    this.#records = records;
    this.#send = send;
    this.#events = z.array(pageEventSchema).safeParse(recall(this.#key)).data ?? [];
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

  /** Notes an event of a hand-out. */
  note(
    { id: handOut, version }: Pick<OpenedItem, 'id' | 'version'>,
    { kind, sentence = null, amount = 0, text = '' }: NewEvent,
  ): void {
    if (!this.#records && kind !== 'comment') return;
    const event = {
      id: crypto.randomUUID(),
      handOut,
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

  /** Stops; what waits is kept. */
  stop(): void {
    clearTimeout(this.#timer);
    removeEventListener('online', this.flush);
    removeEventListener('pagehide', this.flush);
    document.removeEventListener('visibilitychange', this.flush);
  }

  async #flush(): Promise<void> {
    if (this.#isSending || this.#events.length === 0) return;
    this.#isSending = true;
    clearTimeout(this.#timer);
    this.#timer = undefined;
    const sent = this.#events.slice(0, MOST_EVENTS);
    try {
      await this.#send(this.#pass, sent);
      this.#forget(sent);
    } catch (error) {
      // What the server will never take is not sent for ever; a page that is shut takes none either.
      if (error instanceof Refused && error.status === 400) this.#forget(sent);
      else this.#later(AGAIN);
    } finally {
      this.#isSending = false;
    }
    if (this.#events.length > 0) this.#later(AGAIN);
  }

  #forget(sent: readonly PageEvent[]): void {
    const ids = new Set(sent.map(({ id }) => id));
    this.#keep(this.#events.filter(({ id }) => !ids.has(id)));
  }

  #keep(events: PageEvent[]): void {
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
