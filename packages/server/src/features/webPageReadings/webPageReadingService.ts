import type { WebPageReading, AllowedSites, Hearing } from '@aurelfield/api';
import { contentHash } from '@aurelfield/core/text';
import type { Logger } from 'pino';
import type { AssignmentService } from '../assignments/assignmentService.ts';
import type { LinkKeys } from '../assignments/linkKeys.ts';
import type { HandoutMaker } from '../handouts/handoutMaker.ts';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { AppError } from '../../appError.ts';
import type { TextRevisionService } from '../texts/textRevisionService.ts';
import type { WebPageReadingState, WebPageReadingRepository } from './webPageReadingRepository.ts';
import type { PageReader, ReadPage } from './pageReader.ts';

export interface WebPageReadingDeps {
  readonly pages: WebPageReadingRepository;
  readonly reader: PageReader;
  readonly maker: HandoutMaker;
  readonly handoutRepository: HandoutRepository;
  readonly textRevisions: TextRevisionService;
  readonly pupils: PupilRepository;
  readonly assignmentService: AssignmentService;
  readonly keys: LinkKeys;
  readonly log: Logger;
}

const HOUR = 60 * 60 * 1000;
/** A page that is wanted is looked at again after this time: it may have changed. Milliseconds. */
export const LOOKED_AT_AGAIN = HOUR;
/**
 * After this time a page that could not be read, or whose reading was broken off, is tried again.
 * Milliseconds.
 */
export const TRIED_AGAIN = 5 * 60 * 1000;
/** Most pages that a school prepares in a day, so that made-up addresses cannot fill the disk. */
export const MOST_A_DAY = 100;
/** A web page reading is no book. Characters. */
const MOST_CHARACTERS = 60_000;
const MOST_ADDRESS = 2000;
/** The class of the handouts that pages become. */
const CLASS = 'School site';

const NOT_ALLOWED =
  'This page cannot be heard from here. If it is your school’s page, ask the school to allow its site for listening.';
const STOPPED = 'The school does not have this page read aloud any more.';

/** What a page of the school's site is heard with: no saving, nothing sent to a teacher. */
const ALLOWS = {
  save: [],
  slowest: 0.5,
  fastest: 2,
  position: 'free',
  comment: false,
  mark: false,
} as const;

/**
 * Pages of allowed sites become handouts with one pupil's settings and a link each: prepared once, fetched
 * again after a while.
 */
export class WebPageReadingService {
  readonly #deps: WebPageReadingDeps;

  constructor(deps: WebPageReadingDeps) {
    this.#deps = deps;
  }

  /**
   * What there is to hear of a page; its making begins where there is nothing yet.
   * @param mayBegin is asked before something new is begun. @throws whatever it throws.
   * @returns it, and whether its making was begun by this question.
   * @throws AppError for a page that no school allows, that was stopped, or when too many were made today.
   */
  async hear(given: string, mayBegin: () => Promise<void>): Promise<{ hearing: Hearing; begun: boolean }> {
    const { pages } = this.#deps;
    const { address, origin } = pageAddress(given);
    const allowed = await pages.allowedBy(origin);
    if (!allowed) throw notAllowed();
    const { schoolId } = allowed;
    const known = await pages.find(schoolId, address);
    if (known?.isStopped) throw new AppError('not-found', STOPPED);
    const age = Date.now() - (known?.row.fetchedAt.getTime() ?? 0);
    if (known?.isMade) {
      if (age > LOOKED_AT_AGAIN) await this.#begin(allowed, address, LOOKED_AT_AGAIN, known);
      return { hearing: this.#ready(known), begun: false };
    }
    if (known && age < TRIED_AGAIN)
      return {
        hearing: known.error === null ? MAKING : { state: 'failed', path: null, message: known.error },
        begun: false,
      };
    await mayBegin();
    if (!known && (await pages.newSince(schoolId, new Date(Date.now() - 24 * HOUR))) >= MOST_A_DAY)
      throw new AppError('too-many', 'Too many new pages were asked for today. Try again tomorrow.');
    return { hearing: MAKING, begun: await this.#begin(allowed, address, TRIED_AGAIN, known) };
  }

  sites(schoolId: string): Promise<AllowedSites> {
    return this.#deps.pages.sites(schoolId);
  }

  /**
   * Allows sites. Pages of sites that are no longer allowed stay, and open by their links until they are
   * withdrawn.
   */
  async setSites(schoolId: string, sites: AllowedSites): Promise<AllowedSites> {
    const { pages, pupils } = this.#deps;
    if (sites.pupilId !== null) await pupils.get(schoolId, sites.pupilId);
    await pages.setSites(schoolId, sites);
    return pages.sites(schoolId);
  }

  async list(schoolId: string): Promise<WebPageReading[]> {
    return (await this.#deps.pages.list(schoolId)).map(
      ({ row, title, isMade, isStopped, error }): WebPageReading => ({
        id: row.id,
        address: row.address,
        title,
        handoutId: row.handoutId,
        state: isStopped ? 'stopped' : isMade ? 'ready' : error !== null ? 'failed' : 'making',
        error,
        fetchedAt: row.fetchedAt.toISOString(),
      }),
    );
  }

  /**
   * Forgets a page and withdraws its assignment: it is prepared again when somebody wants to hear it. Its
   * handout stays.
   */
  async remove(schoolId: string, id: string): Promise<void> {
    const { pages, assignmentService } = this.#deps;
    const { row, isStopped } = await pages.get(schoolId, id);
    if (row.assignmentId !== null && !isStopped) await assignmentService.withdraw(schoolId, row.assignmentId);
    await pages.remove(id);
  }

  #ready({ linkId }: WebPageReadingState): Hearing {
    if (linkId === null) throw new AppError('not-found', STOPPED);
    return { state: 'ready', path: `/p/${this.#deps.keys.secretOf(linkId)}`, message: '' };
  }

  /** Begins to fetch. @returns false where somebody else does so already. */
  async #begin(
    allowed: { readonly schoolId: string; readonly pupilId: string },
    address: string,
    after: number,
    known: WebPageReadingState | undefined,
  ): Promise<boolean> {
    const { pages, log } = this.#deps;
    const id = await pages.claim(allowed.schoolId, address, new Date(Date.now() - after));
    if (id === undefined) return false;
    void this.#fetch(id, allowed, address, known)
      .catch(async (error: unknown) => {
        if (!(error instanceof AppError)) log.error({ err: error }, 'a page could not be made to be heard');
        const message = error instanceof AppError ? error.message : 'Something went wrong with this page.';
        await pages.change(id, { error: message });
      })
      .catch((error: unknown) => log.error({ err: error }, 'a page’s failure could not be noted'));
    return true;
  }

  async #fetch(
    id: string,
    { schoolId, pupilId }: { readonly schoolId: string; readonly pupilId: string },
    address: string,
    known: WebPageReadingState | undefined,
  ): Promise<void> {
    const { pages, reader, assignmentService } = this.#deps;
    const page = await reader.read(address);
    // Where it leads to must be allowed as well as where it began.
    const there = await pages.allowedBy(page.origin);
    if (there?.schoolId !== schoolId) throw notAllowed();
    if (page.blocks.reduce((sum, { text }) => sum + text.length, 0) > MOST_CHARACTERS)
      throw new AppError('too-long', 'This page is too long to be heard in one piece.');
    const hash = contentHash(
      page.language,
      page.blocks.map((block) => ({ ...block, id: '' })),
    );
    const handoutId = known?.row.handoutId ?? null;
    if (handoutId === null || known?.isStopped) await this.#assignment(id, schoolId, pupilId, page);
    else if (hash !== known?.row.contentHash || !known.isMade) {
      await this.#renew(schoolId, handoutId, page);
      if (known?.row.assignmentId) await assignmentService.renew(schoolId, known.row.assignmentId);
    }
    await pages.change(id, { contentHash: hash, error: null });
  }

  async #assignment(id: string, schoolId: string, pupilId: string, page: ReadPage): Promise<void> {
    const { pages, maker, assignmentService } = this.#deps;
    const { title, language, content, cleanUps, source } = page;
    const { id: handoutId } = await maker.add(
      schoolId,
      null,
      { title, language, subject: '', className: CLASS, content, cleanUps },
      source,
    );
    await pages.change(id, { handoutId });
    const [given] = await assignmentService.give(schoolId, {
      handoutIds: [handoutId],
      pupilIds: [pupilId],
      allows: { ...ALLOWS, save: [] },
    });
    if (!given) throw new Error('The page was not handed out.');
    await assignmentService.linkTo(schoolId, given.id);
    await pages.change(id, { assignmentId: given.id });
  }

  /** The page's new text takes the place of the one before, which stays among the handout's versions. */
  async #renew(schoolId: string, handoutId: string, { blocks }: ReadPage): Promise<void> {
    const { handoutRepository, textRevisions } = this.#deps;
    const { text } = await handoutRepository.row(schoolId, handoutId);
    const author = { schoolId, teacherId: null, window: null };
    await textRevisions.save(author, handoutId, blocks, { base: text.hash, reason: 'fetched again' });
  }
}

const MAKING: Hearing = {
  state: 'making',
  path: null,
  message: 'The page is being made ready. This takes about a minute the first time.',
};

/**
 * A page's address without what leads to a place in it.
 * @throws AppError for what is no address of a page.
 */
function pageAddress(given: string): { address: string; origin: string } {
  const url = URL.canParse(given) && given.length <= MOST_ADDRESS ? new URL(given) : undefined;
  if (!url || !/^https?:$/u.test(url.protocol) || url.username !== '' || url.password !== '')
    throw notAllowed();
  url.hash = '';
  return { address: url.href, origin: url.origin };
}

function notAllowed(): AppError {
  return new AppError('not-found', NOT_ALLOWED);
}
