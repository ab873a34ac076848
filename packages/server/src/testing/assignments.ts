import type { ApiErrorBody, Assignment, Handout, Opened, Pupil, PupilLink } from '@aurelfield/api';
import { expect } from 'vitest';
import { startTestServer, TestClient, until, type Answer, type TestServer } from './testServer.ts';

/** A server of the demo school, and what tests of assignments do with it again and again. */
export async function startAssignments() {
  const server: TestServer = await startTestServer();
  const client = await TestClient.demo(server);

  const add = async (title: string, text: string) =>
    (await client.upload<Handout>('/handouts', { title, language: 'en-GB', text, format: 'text' })).body;
  const give = async (
    handouts: readonly { id: string }[],
    whom: readonly { id: string }[],
    more: object = {},
  ) =>
    client.send<Assignment[]>('POST', '/assignments', {
      handoutIds: handouts.map(({ id }) => id),
      pupilIds: whom.map(({ id }) => id),
      ...more,
    });
  const settled = async (handouts: readonly { id: string }[]) =>
    (
      await until(
        async () => (await Promise.all(handouts.map(({ id }) => client.get<Assignment[]>(`/assignments?handoutId=${id}`)))).flatMap(({ body }) => body),
        (all) => all.every(({ state }) => state !== 'making'),
      )
    ); // prettier-ignore
  const given = async (
    handouts: readonly { id: string }[],
    whom: readonly { id: string }[],
    more: object = {},
  ) => {
    expect((await give(handouts, whom, more)).status).toBe(202);
    return settled(handouts);
  };
  const linkOf = async (pupil: { id: string }) => {
    const { body } = await client.get<PupilLink[]>('/pupil-links');
    const link = body.find(({ pupilId, assignmentId }) => pupilId === pupil.id && assignmentId === null);
    if (!link) throw new Error('no link');
    return link;
  };
  /** A stranger's question: without a cookie or a token. */
  const ask = async <T = unknown>(
    address: string,
    json?: unknown,
  ): Promise<Answer<T> & { readonly bytes: Buffer }> => {
    const response = await fetch(`${server.base}${address}`, json === undefined ? {} : { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(json) }); // prettier-ignore
    const bytes = Buffer.from(await response.arrayBuffer());
    const isJson = response.headers.get('content-type')?.includes('json') ?? false;
    return { status: response.status, headers: response.headers, bytes, body: (isJson ? JSON.parse(bytes.toString()) : undefined) as T }; // prettier-ignore
  };
  const enter = (key: string, pin = '') => ask<Opened & ApiErrorBody>('/open/enter', { key, pin });
  const file = (
    { accessToken }: { accessToken: string },
    { package: name }: { package: string },
    one: string,
  ) => ask(`/open/${accessToken}/files/${name}/${one}`);

  return {
    server,
    client,
    pupils: (await client.get<Pupil[]>('/pupils')).body,
    add,
    give,
    settled,
    given,
    linkOf,
    ask,
    enter,
    file,
  };
}
