import { createHmac, timingSafeEqual } from 'node:crypto';

/** Bytes of the secret in a link: 192 bits. */
const SECRET_BYTES = 24;
/**
 * Signs of short codes: none of them is taken for another one. Eight of 31 are 39 bits; guesses are limited
 * besides.
 */
const CODE_SIGNS = '23456789abcdefghjkmnpqrstuvwxyz';
export const CODE_LENGTH = 8;
/** Days for which an opened page may fetch its files without being opened again. */
const PASS_DAYS = 30;
const DAY_SECONDS = 24 * 60 * 60;

/**
 * The secrets of links to pupils' pages. They follow from a link's id and the installation's own secret, so
 * that a sheet can be printed again although the database keeps hashes alone; who has
 * the database without the installation's secret can open nothing.
 */
export class LinkKeys {
  readonly #secret: string;

  /** @param secret of the installation; kept outside of the database. */
  constructor(secret: string) {
    this.#secret = secret;
  }

  /** The secret in a link's address. */
  secretOf(linkId: string): string {
    return this.#keyed('link', linkId).subarray(0, SECRET_BYTES).toString('base64url');
  }

  /** The short code of a link. */
  codeOf(linkId: string): string {
    let number = BigInt(`0x${this.#keyed('code', linkId).toString('hex')}`);
    const base = BigInt(CODE_SIGNS.length);
    return Array.from({ length: CODE_LENGTH }, () => {
      const sign = CODE_SIGNS[Number(number % base)];
      number /= base;
      return sign;
    }).join('');
  }

  secretHash(secret: string): string {
    return this.#keyed('link hash', secret).toString('base64url');
  }

  /** @param code as it was typed: capitals, spaces and strokes do not count. */
  codeHash(code: string): string {
    return this.#keyed('code hash', code.toLowerCase().replace(/[^a-z0-9]/gu, '')).toString('base64url');
  }

  pinHash(linkId: string, pin: string): string {
    return this.#keyed('pin', `${linkId} ${pin}`).toString('base64url');
  }

  /** Whether a PIN is the one that was hashed; takes as long for a wrong one. */
  isPin(linkId: string, pin: string, hash: string): boolean {
    return isEqual(this.pinHash(linkId, pin), hash);
  }

  /** What a page that was opened shows with each request. Another PIN makes it worthless. */
  accessToken(link: TokenLink, now: number): string {
    const until = Math.floor(now / 1000) + PASS_DAYS * DAY_SECONDS;
    return `${link.id}.${until}.${this.#signatureOf(link, until)}`;
  }

  /** The link that a pass names, if it can be one at all; whether it is, `isPass` tells. */
  linkOf(accessToken: string): string | undefined {
    return /^([0-9a-f-]{36})\.\d{1,12}\.[\w-]{43}$/u.exec(accessToken)?.[1];
  }

  isAccessToken(accessToken: string, link: TokenLink, now: number): boolean {
    const [id, until = '', signature = ''] = accessToken.split('.');
    return (
      id === link.id &&
      Number(until) * 1000 > now &&
      isEqual(signature, this.#signatureOf(link, Number(until)))
    );
  }

  #signatureOf({ id, pinHash }: TokenLink, until: number): string {
    return this.#keyed('pass', `${id} ${until} ${pinHash ?? ''}`).toString('base64url');
  }

  #keyed(use: string, value: string): Buffer {
    return createHmac('sha256', this.#secret).update(`${use}\n${value}`).digest();
  }
}

/** What of a link its pass depends on. */
export interface TokenLink {
  readonly id: string;
  readonly pinHash: string | null;
}

function isEqual(one: string, other: string): boolean {
  const [a, b] = [Buffer.from(one), Buffer.from(other)];
  return a.length === b.length && timingSafeEqual(a, b);
}
