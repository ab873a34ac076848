import type { Session } from '@aurelfield/api';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inject } from 'vitest';
import { CSRF_HEADER } from '../http/sessions.ts';
import type { Config } from '../config.ts';
import { DEMO_SIGN_IN } from '../demo/people.ts';
import { startServer, type RunningServer } from '../server.ts';
import { FakeEngine } from './fakeEngine.ts';
import { testConfig } from './testConfig.ts';
import { newDatabase } from './testDatabase.ts';

/** A real server on a database and data folder of its own, for tests. */
export interface TestServer {
  readonly base: string;
  readonly databaseUrl: string;
  readonly dataFolder: string;
  /** The engine that it speaks with, unless it was started with the real ones. */
  readonly engine: FakeEngine;
  running: RunningServer;
  /** Stops and starts it again on the same data. */
  restart(): Promise<void>;
  stop(): Promise<void>;
}

export interface TestServerOptions {
  readonly demo?: boolean;
  /** Whether it speaks with the real engines, where speech is what is tested. */
  readonly speech?: boolean;
  /** Whether tasks on texts run in threads. */
  readonly threads?: boolean;
  readonly config?: Partial<Config>;
}

export async function startTestServer({
  demo = true,
  speech = false,
  threads = false,
  config = {},
}: TestServerOptions = {}): Promise<TestServer> {
  const databaseUrl = await newDatabase(inject('databaseUrl'), demo ? 'demo' : 'empty');
  const dataFolder = mkdtempSync(path.join(tmpdir(), 'aurelfield-data-'));
  const engine = new FakeEngine();
  const start = () =>
    startServer(testConfig(databaseUrl, dataFolder, { demo, ...builtThreads(), ...config }), {
      withoutThreads: !threads,
      ...(speech ? {} : { engines: [engine] }),
    });
  let running = await start();
  return {
    databaseUrl,
    dataFolder,
    engine,
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
    stop: async () => {
      await running.stop();
      rmSync(dataFolder, { recursive: true, force: true });
    },
  };
}

/** The threads and child processes as they were bundled for the tests. */
function builtThreads(): Partial<Config> {
  const built = (name: string) => path.join(inject('threads'), `${name}.js`);
  return {
    espeakWorker: built('espeakWorker'),
    modelProcess: built('modelProcess'),
    readerProcess: built('readerProcess'),
    textWorker: built('textWorker'),
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
  readonly #server: Pick<TestServer, 'base'>;
  readonly #cookies = new Map<string, string>();
  #token = '';

  constructor(server: Pick<TestServer, 'base'>) {
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
    if (this.#cookies.size > 0)
      headers.set('cookie', [...this.#cookies].map((cookie) => cookie.join('=')).join('; '));
    if (this.#token && !headers.has(CSRF_HEADER)) headers.set(CSRF_HEADER, this.#token);
    const response = await fetch(`${this.#server.base}${address}`, { ...init, headers });
    for (const cookie of response.headers.getSetCookie()) {
      const [name = '', value = ''] = (cookie.split(';')[0] ?? '').split(/=(.*)/su);
      this.#cookies.set(name, value);
    }
    return response;
  }

  /** What it sends along with every request. */
  headers(): Record<string, string> {
    const cookie = [...this.#cookies].map((pair) => pair.join('=')).join('; ');
    return { cookie, [CSRF_HEADER]: this.#token };
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
  seconds = 120,
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
