import {
  allowsSchema,
  DEFAULT_ALLOWS,
  type FrozenReading,
  type Opened,
  type PageEvent,
} from '@aurelfield/api';
import { LRUCache } from 'lru-cache';
import type { Database } from '../db/database.ts';
import { compressed, type Compressed } from '../http/compressed.ts';
import { Refusal } from '../refusal.ts';
import { ObjectGone, type ObjectStore } from '../store/objectStore.ts';
import type { HandOutRow, HandOutStore, OpenLink } from './handOutStore.ts';
import { today } from './handOutService.ts';
import { FROZEN_TEXT, frozenObject, WHOLE_SOUND } from './handOutWork.ts';
import { wordIn } from './pageWords.ts';
import { CODE_LENGTH, type LinkKeys } from './linkKeys.ts';

export interface PupilDoorParts {
  readonly db: Database;
  readonly handOuts: HandOutStore;
  readonly keys: LinkKeys;
  readonly store: ObjectStore;
}

/** Texts that are kept small in memory: a class opens the same few at the same time. */
const TEXTS_KEPT = 60;
/** The same for whatever is wrong: who guesses learns nothing. */
const CLOSED =
  'This opens nothing now. Look at the link or code once more, and type the PIN if you have one. If it is right, ask your teacher for a new one.';

/** A word where it stands in a hand-out, and whose it is. */
export interface OpenWord {
  readonly schoolId: string;
  readonly pupilId: string;
  /** BCP 47. */
  readonly language: string;
  readonly word: string;
  readonly sentence: string;
  /** Where the word begins in its sentence. */
  readonly start: number;
}

/** What whoever has a link may see, and nothing else. */
export class PupilDoor {
  readonly #parts: PupilDoorParts;
  readonly #texts = new LRUCache<string, Promise<Compressed>>({ max: TEXTS_KEPT });

  constructor(parts: PupilDoorParts) {
    this.#parts = parts;
  }

  /**
   * Opens a link by its secret, or by its short code.
   * @throws Refusal, always the same one: for what is wrong, revoked, not yet or over, and for a PIN that is missing or wrong.
   */
  async enter(
    key: string,
    pin: string,
  ): Promise<{ opened: Opened; schoolId: string; embedOrigins: readonly string[] }> {
    const { handOuts, keys, db } = this.#parts;
    const isCode = key.replace(/[^a-z0-9]/giu, '').length === CODE_LENGTH;
    const found = await handOuts.opened(
      isCode ? { codeHash: keys.codeHash(key) } : { secretHash: keys.secretHash(key) },
      today(),
    );
    // The same work is done for a link that is not there.
    const isRight = keys.isPin(found?.link.id ?? '', pin, found?.link.pinHash ?? keys.pinHash('', pin));
    if (!found || (found.link.pinHash !== null && !isRight)) throw closed();
    const { items } = found;
    if (found.link.handOutId !== null && items.length === 0) throw closed();
    if (found.link.openedAt === null) await handOuts.changeLink(db, found.link.id, { openedAt: new Date() });
    return {
      opened: {
        pass: keys.pass(found.link, Date.now()),
        school: found.school,
        language: items[0]?.language ?? 'en-GB',
        items: items.map(({ id, package: name, title, version, seconds, bytes, madeAt, allows }) => ({
          id,
          package: name ?? '',
          title,
          version,
          seconds,
          bytes,
          madeAt: madeAt?.toISOString() ?? '',
          allows: allowsSchema.safeParse(allows).data ?? DEFAULT_ALLOWS,
        })),
        records: found.records,
      },
      schoolId: found.link.schoolId,
      embedOrigins: found.embedOrigins,
    };
  }

  /** A file of what is out to the holder of a pass. @throws Refusal 404 for everything else. */
  async file(pass: string, packageName: string, file: string): Promise<Buffer> {
    const row = await this.#itemOf(pass, packageName);
    return this.#read(row, file);
  }

  /** The text and times of what is out to the holder of a pass, made small once. @throws Refusal 404 for everything else. */
  async text(pass: string, packageName: string): Promise<Compressed> {
    const row = await this.#itemOf(pass, packageName);
    const known = this.#texts.get(packageName);
    if (known) return known;
    // Those who ask while it is made small wait for the same.
    const text = this.#read(row, FROZEN_TEXT).then(compressed);
    this.#texts.set(packageName, text);
    text.catch(() => this.#texts.delete(packageName));
    return text;
  }

  /** A word of what is out to the holder of a pass. @throws Refusal 404 where it does not stand there. */
  async word(pass: string, packageName: string, sentence: number, word: number): Promise<OpenWord> {
    const row = await this.#itemOf(pass, packageName);
    const { plain } = await this.text(pass, packageName);
    const found = wordIn(JSON.parse(plain.toString()) as FrozenReading, sentence, word);
    if (!found) throw closed();
    return { ...found, schoolId: row.schoolId, pupilId: row.pupilId, language: row.language };
  }

  /** The whole sound as one file, where the pupil may save it. @throws Refusal 404 otherwise. */
  async saved(pass: string, packageName: string): Promise<{ content: Buffer; title: string }> {
    const row = await this.#itemOf(pass, packageName);
    if (!row.allows.save.includes('mp3')) throw closed();
    return { content: await this.#read(row, WHOLE_SOUND), title: row.title };
  }

  /** Takes in what happened on a page, where listening is recorded. What is not about a hand-out of this link is left. */
  async take(pass: string, events: readonly PageEvent[]): Promise<number> {
    const { handOuts } = this.#parts;
    const { link, records, items } = await this.#linkOf(pass);
    const known = new Set(items.map(({ id }) => id));
    // A comment is meant for the teacher; all else is a record of listening.
    const own = events.filter(({ handOut, kind }) => known.has(handOut) && (records || kind === 'comment'));
    return handOuts.addEvents(link, own);
  }

  async #linkOf(pass: string): Promise<OpenLink> {
    const { handOuts, keys } = this.#parts;
    const id = keys.linkOf(pass);
    const found = id === undefined ? undefined : await handOuts.opened({ id }, today());
    if (!found || !keys.isPass(pass, found.link, Date.now())) throw closed();
    return found;
  }

  /** What is out to the holder of a pass under this name. @throws Refusal 404. */
  async #itemOf(pass: string, packageName: string): Promise<HandOutRow> {
    const item = (await this.#linkOf(pass)).items.find((one) => one.package === packageName);
    if (!item) throw closed();
    return item;
  }

  async #read({ schoolId, package: name }: HandOutRow, file: string): Promise<Buffer> {
    try {
      return await this.#parts.store.read(frozenObject(schoolId, name ?? '', file));
    } catch (error) {
      throw error instanceof ObjectGone ? closed() : error;
    }
  }
}

function closed(): Refusal {
  return new Refusal('not-found', CLOSED);
}
