import type { ApiErrorBody, Session } from '@aurelfield/api';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DEMO_SIGN_IN } from '../../demo/people.ts';
import { startTestServer, TestClient, type TestServer } from '../../testing/testServer.ts';

const FIRST = {
  school: 'Heron Bank',
  name: 'Ilse Quill',
  email: 'Ilse@heron.example',
  password: 'a long enough phrase',
};

describe('with the demo', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer();
  });
  afterAll(() => server.stop());

  test('the demo sign-in is shown and works', async () => {
    const client = new TestClient(server);
    expect(await client.session()).toMatchObject({ teacher: null, needsSetup: false, demo: true });
    const { status, body } = await client.signIn(DEMO_SIGN_IN);
    expect(status).toBe(200);
    expect(body).toMatchObject({
      teacher: { name: 'Mara Penhallow', school: 'Wrenmoor School' },
      demo: false,
    });
  });

  test('it is loaded once', async () => {
    const before = (await (await TestClient.demo(server)).get<unknown[]>('/handouts')).body.length;
    await server.restart();
    expect((await (await TestClient.demo(server)).get<unknown[]>('/handouts')).body).toHaveLength(before);
  });

  test('a session outlasts a restart of the server', async () => {
    const client = await TestClient.demo(server);
    await server.restart();
    expect((await client.session()).teacher).not.toBeNull();
  });

  test('signing out ends the session', async () => {
    const client = await TestClient.demo(server);
    expect((await client.send('DELETE', '/session')).status).toBe(204);
    expect((await client.get('/handouts')).status).toBe(401);
  });

  test('the first account cannot be made a second time', async () => {
    const { status, body } = await new TestClient(server).setup(FIRST);
    expect([status, (body as unknown as ApiErrorBody).code]).toEqual([409, 'exists']);
  });

  test('a changing request without the session’s token is refused', async () => {
    const client = await TestClient.demo(server);
    const response = await client.fetch('/pupils', {
      method: 'POST',
      headers: { 'x-aurelfield-token': 'guessed' },
    });
    expect(response.status).toBe(403);
  });

  test.each(['/handouts', '/pupils', '/voices', '/readings/00000000-0000-4000-8000-000000000000'])(
    '%s wants a sign-in',
    async (address) => {
      expect((await new TestClient(server).get(address)).status).toBe(401);
    },
  );

  test('an unknown address is told in words', async () => {
    const { status, body } = await (await TestClient.demo(server)).get<ApiErrorBody>('/nothing');
    expect([status, body.code]).toEqual([404, 'not-found']);
  });

  test('wrong passwords and unknown teachers are refused alike, and too many tries are stopped', async () => {
    const wrong = await new TestClient(server).signIn({ ...DEMO_SIGN_IN, password: 'wrong' });
    const unknown = await new TestClient(server).signIn({
      email: 'nobody@wrenmoor.example',
      password: 'wrong',
    });
    expect(wrong.status).toBe(401);
    expect(unknown.body).toEqual(wrong.body);
    const statuses: number[] = [];
    for (let i = 0; i < 12; i++)
      statuses.push((await new TestClient(server).signIn({ ...DEMO_SIGN_IN, password: 'wrong' })).status);
    expect(statuses.at(-1)).toBe(429);
  });
});

describe('without the demo', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer({ demo: false });
  });
  afterAll(() => server.stop());

  test('the first start asks for the first account', async () => {
    const client = new TestClient(server);
    expect(await client.session()).toMatchObject({ needsSetup: true, demo: false });
    expect((await client.setup({ ...FIRST, password: 'short' })).body).toMatchObject({
      message: 'Use at least 12 characters.',
    });
    const made = await client.setup(FIRST);
    expect(made.status).toBe(201);
    expect(made.body.teacher).toMatchObject({ school: 'Heron Bank', email: 'ilse@heron.example' });
    expect((await client.get<Session[]>('/pupils')).body).toEqual([]);
    expect(
      (await new TestClient(server).signIn({ email: 'ILSE@heron.example', password: FIRST.password })).status,
    ).toBe(200);
  });
});
