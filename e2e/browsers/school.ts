import type { Assignment, Handout, Pupil, PupilLink } from '@aurelfield/api';
import type { BoardSummary } from '@aurelfield/api';
import { DEMO_SIGN_IN } from '../../packages/server/src/demo/people.ts';
import { TestClient, until } from '../../packages/server/src/testing/testServer.ts';
import type { RunningApp } from '../app.ts';

/**
 * What the walks open: a long reading with records, two readings for one pupil, a page with a PIN, a board.
 */
export interface School {
  readonly client: TestClient;
  readonly long: PupilLink;
  readonly two: PupilLink;
  readonly pin: PupilLink;
  /** Secret of the board's link. */
  readonly board: string;
}

const SENTENCES = [
  'The tide comes up the river twice a day.', 'Each time it leaves a line of weed along the wall.', 'Nell counts the boats from the kitchen window.',
  'Some of them wait for the lock to open.', 'The keeper writes every name into a book.', 'In winter the book stays shut for weeks.',
  'Peat keeps what falls into it for thousands of years.', 'Pollen tells us which trees stood here once.',
]; // prettier-ignore

/** A text of so many words in paragraphs of its own making. */
export function textOf(words: number): string {
  const paragraphs: string[] = [];
  for (let count = 0, nth = 0; count < words; nth++) {
    const own = Array.from({ length: 5 }, (_, i) => SENTENCES[(nth * 3 + i) % SENTENCES.length] ?? '').join(
      ' ',
    );
    paragraphs.push(nth % 6 === 0 ? `# Part ${nth / 6 + 1}\n\n${own}` : own);
    count += own.split(' ').length;
  }
  return paragraphs.join('\n\n');
}

/** Gives handouts to pupils of the demo school. @param minutes of the long reading. */
export async function prepareSchool(app: RunningApp, minutes: number): Promise<School> {
  const client = new TestClient({ base: `${app.base}/api` });
  await client.signIn(DEMO_SIGN_IN);
  const [one, two, three] = (await client.get<Pupil[]>('/pupils')).body as [Pupil, Pupil, Pupil];
  const add = async (title: string, text: string) =>
    (await client.upload<Handout>('/handouts', { title, language: 'en-GB', format: 'text', text })).body.id;
  await client.send('PUT', `/records/settings/pupils/${one.id}`, { keeps: true });
  const long = await add('A long day on the river', textOf(minutes * one.profile.pace));
  const [short, other] = [await add('The lock', textOf(60)), await add('The keeper’s book', textOf(70))];
  const give = (handoutIds: readonly string[], pupil: Pupil) =>
    client.send('POST', '/assignments', { handoutIds, pupilIds: [pupil.id] });
  await give([long], one);
  await give([short, other], two);
  await give([short], three);
  await until(
    () => client.get<Assignment[]>('/assignments'),
    ({ body }) => body.every(({ state }) => state === 'out'),
    400,
  );
  const links = (await client.get<PupilLink[]>('/pupil-links')).body;
  const linkOf = ({ id }: Pupil) => links.find(({ pupilId }) => pupilId === id) as PupilLink;
  await client.send('PUT', `/pupil-links/${linkOf(three).id}/pin`, { pin: '2468' });
  const [board] = (await client.get<BoardSummary[]>('/boards')).body as [BoardSummary];
  const { token } = (await client.send<{ token: string }>('POST', `/boards/${board.id}/link`)).body;
  return { client, long: linkOf(one), two: linkOf(two), pin: linkOf(three), board: token };
}
