import type { Handout, Reading, Session } from '@aurelfield/api';

/** Just enough of a client to measure with. */
export class Client {
  readonly #base: string;
  #cookie = '';
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

  async bytes(address: string): Promise<ArrayBuffer> {
    return (await this.#fetch(address)).arrayBuffer();
  }

  open(handoutId: string, pupilId: string): Promise<Reading> {
    return this.#json<Reading>('/readings', JSON.stringify({ handoutId, pupilId }), 'application/json');
  }

  addHandout(input: object): Promise<Handout> {
    const form = new FormData();
    form.append('input', JSON.stringify(input));
    return this.#json<Handout>('/handouts', form);
  }

  async #json<T>(address: string, body: string | FormData, type?: string): Promise<T> {
    const headers = type === undefined ? {} : { 'content-type': type };
    return (await (await this.#fetch(address, { method: 'POST', body, headers })).json()) as T;
  }

  async #fetch(address: string, init: RequestInit = {}): Promise<Response> {
    const headers = new Headers(init.headers);
    headers.set('cookie', this.#cookie);
    headers.set('x-aurelfield-token', this.#token);
    const response = await fetch(`${this.#base}${address}`, { ...init, headers });
    this.#cookie = response.headers.get('set-cookie')?.split(';')[0] ?? this.#cookie;
    if (!response.ok) throw new Error(`${address}: ${response.status} ${await response.text()}`);
    return response;
  }
}
