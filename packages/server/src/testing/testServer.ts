import type { Session } from '@aurelfield/api';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { inject } from 'vitest';
import { DEMO_SIGN_IN } from '../demo/people.ts';
import { CSRF_HEADER } from '../auth/sessions.ts';
import { startServer, type RunningServer } from '../server.ts';

/** A real server on a database and data folder of its own, for tests. */
export interface TestServer {
  readonly base: string;
  readonly databaseUrl: string;
  readonly dataFolder: string;
  running: RunningServer;
  /** Stops and starts it again on the same data. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}

let count = 0;

export async function startTestServer({ demo = true } = {}): Promise<TestServer> {
  const name = `test_${process.pid}_${Date.now()}_${count++}`;
  const admin = new pg.Client({ connectionString: inject('databaseUrl').replace('{database}', 'postgres') });
  await admin.connect();
  await admin.query(`create database "${name}"`);
  await admin.end();
  const databaseUrl = inject('databaseUrl').replace('{database}', name);
  const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-data-'));
  const start = () =>
    startServer({
      databaseUrl,
      dataFolder,
      host: '127.0.0.1',
      port: 0,
      demo,
      demoPhoto: false,
      standIns: true,
      secret: 'a secret for tests only',
      webFolder: undefined,
      resources: fileURLToPath(new URL('../..', import.meta.url)),
      espeakWorker: undefined,
      modelProcess: undefined,
      readerProcess: undefined,
      allowedOrigins: [],
      logLevel: 'silent',
    });
  let running = await start();
  return {
    databaseUrl,
    dataFolder,
    get base() {
      return `http://127.0.0.1:${running.port}/api`;
    },
    get running() {
      return running;
    },
    restart: async () => {
      await running.stop();
      running = await start();
    },
    stop: () => running.stop(),
  };
}

/** An answer with its body read. */
export interface Answer<T = unknown> {
  readonly status: number;
  readonly headers: Headers;
  readonly body: T;
}

/** A browser without a screen: keeps the cookie and carries the token. */
export class TestClient {
  readonly #server: TestServer;
  #cookie = '';
  #token = '';

  constructor(server: TestServer) {
    this.#server = server;
  }

  /** A client that is signed in to the demo. */
  static async demo(server: TestServer): Promise<TestClient> {
    const client = new TestClient(server);
    await client.signIn(DEMO_SIGN_IN);
    return client;
  }

  async fetch(address: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    if (this.#cookie) headers.set('cookie', this.#cookie);
    if (this.#token && !headers.has(CSRF_HEADER)) headers.set(CSRF_HEADER, this.#token);
    const response = await fetch(`${this.#server.base}${address}`, { ...init, headers });
    const cookie = response.headers.get('set-cookie')?.split(';')[0];
    if (cookie) this.#cookie = cookie;
    return response;
  }

  async get<T = unknown>(address: string): Promise<Answer<T>> {
    return answerOf<T>(await this.fetch(address));
  }

  async send<T = unknown>(method: string, address: string, json?: unknown): Promise<Answer<T>> {
    const body =
      json === undefined
        ? {}
        : { body: JSON.stringify(json), headers: { 'content-type': 'application/json' } };
    return answerOf<T>(await this.fetch(address, { method, ...body }));
  }

  async upload<T = unknown>(
    address: string,
    input?: object,
    file?: { name: string; bytes: Uint8Array<ArrayBuffer> },
  ): Promise<Answer<T>> {
    const form = new FormData();
    if (input) form.append('input', JSON.stringify(input));
    if (file) form.append('file', new Blob([file.bytes]), file.name);
    return answerOf<T>(await this.fetch(address, { method: 'POST', body: form }));
  }

  /** Uploads a file with plain form fields beside it. */
  async uploadWith<T = unknown>(
    address: string,
    fields: Readonly<Record<string, string>>,
    file: { name: string; bytes: Uint8Array<ArrayBuffer> },
  ): Promise<Answer<T>> {
    const form = new FormData();
    for (const [name, value] of Object.entries(fields)) form.append(name, value);
    form.append('file', new Blob([file.bytes]), file.name);
    return answerOf<T>(await this.fetch(address, { method: 'POST', body: form }));
  }

  async session(): Promise<Session> {
    const { body } = await this.get<Session>('/session');
    this.#token = body.csrfToken;
    return body;
  }

  async signIn(input: { readonly email: string; readonly password: string }): Promise<Answer<Session>> {
    await this.session();
    const answer = await this.send<Session>('POST', '/session', input);
    if (answer.status === 200) this.#token = answer.body.csrfToken;
    return answer;
  }

  async setup(input: object): Promise<Answer<Session>> {
    await this.session();
    const answer = await this.send<Session>('POST', '/setup', input);
    if (answer.status === 201) this.#token = answer.body.csrfToken;
    return answer;
  }
}

async function answerOf<T>(response: Response): Promise<Answer<T>> {
  const text = await response.text();
  const isJson = response.headers.get('content-type')?.includes('json') ?? false;
  return {
    status: response.status,
    headers: response.headers,
    body: (isJson ? JSON.parse(text) : text) as T,
  };
}

/** Asks again until the answer satisfies. */
export async function until<T>(
  ask: () => Promise<T>,
  satisfied: (answer: T) => boolean,
  seconds = 45,
): Promise<T> {
  const end = Date.now() + seconds * 1000;
  for (;;) {
    const answer = await ask();
    if (satisfied(answer)) return answer;
    if (Date.now() > end)
      throw new Error(`It did not come to pass within ${seconds} s: ${JSON.stringify(answer)}`);
    await new Promise((resolve) => setTimeout(resolve, 60));
  }
}
