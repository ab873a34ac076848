import { get } from 'node:http';
import type { Handout, Reading, Session } from '@aurelfield/api';

/** Just enough of a client to measure with. */
export class Client {
  readonly #base: string;
  readonly #cookies = new Map<string, string>();
  #token = '';

  constructor(origin: string) {
    this.#base = `${origin}/api`;
  }

  async signIn(input: { readonly email: string; readonly password: string }): Promise<void> {
    this.#token = (await this.get<Session>('/session')).csrfToken;
    this.#token = (
      await this.#json<Session>('/session', JSON.stringify(input), 'application/json')
    ).csrfToken;
  }

  async get<T>(address: string): Promise<T> {
    return (await (await this.#fetch(address)).json()) as T;
  }

  /** Fetches and throws away; the plain client, since `fetch` itself takes longer than our server does. */
  bytes(address: string): Promise<number> {
    return new Promise((resolve, reject) => {
      const request = get(`${this.#base}${address}`, { headers: { cookie: this.#cookie() } }, (response) => {
        let length = 0;
        response.on('data', (chunk: Buffer) => (length += chunk.length));
        response.on('end', () => resolve(length));
      });
      request.on('error', reject);
    });
  }

  send<T>(method: 'POST', address: string, json: unknown): Promise<T> {
    return this.#json<T>(address, JSON.stringify(json), 'application/json', method);
  }

  put<T>(address: string, json: unknown): Promise<T> {
    return this.#json<T>(address, JSON.stringify(json), 'application/json', 'PUT');
  }

  open(handoutId: string, pupilId: string): Promise<Reading> {
    return this.#json<Reading>('/readings', JSON.stringify({ handoutId, pupilId }), 'application/json');
  }

  addHandout(input: object): Promise<Handout> {
    const form = new FormData();
    form.append('input', JSON.stringify(input));
    return this.#json<Handout>('/handouts', form);
  }

  /** Sends bytes as they are. */
  async bytesTo<T>(address: string, bytes: Uint8Array<ArrayBuffer>): Promise<T> {
    const headers = { 'content-type': 'application/octet-stream' };
    return (await (await this.#fetch(address, { method: 'POST', body: bytes, headers })).json()) as T;
  }

  #cookie(): string {
    return [...this.#cookies].map((cookie) => cookie.join('=')).join('; ');
  }

  async #json<T>(
    address: string,
    body: string | FormData,
    type?: string,
    method: 'POST' | 'PUT' = 'POST',
  ): Promise<T> {
    const headers = type === undefined ? {} : { 'content-type': type };
    return (await (await this.#fetch(address, { method, body, headers })).json()) as T;
  }

  async #fetch(address: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    headers.set('cookie', this.#cookie());
    headers.set('x-aurelfield-token', this.#token);
    const response = await fetch(`${this.#base}${address}`, { ...init, headers });
    for (const cookie of response.headers.getSetCookie()) {
      const [name = '', value = ''] = (cookie.split(';')[0] ?? '').split(/=(.*)/su);
      this.#cookies.set(name, value);
    }
    if (!response.ok) throw new Error(`${address}: ${response.status} ${await response.text()}`);
    return response;
  }
}
