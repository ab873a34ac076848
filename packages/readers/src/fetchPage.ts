import ipaddr from 'ipaddr.js';
import { lookup } from 'node:dns/promises';
import http from 'node:http';
import https from 'node:https';
import { ReaderError } from './readerError.ts';

export interface FetchOptions {
  /** Origins ("http://127.0.0.1:4701") that an administrator allows although they are not public. */
  readonly allowedOrigins: readonly string[];
  readonly signal?: AbortSignal | undefined;
  /** Looks up a host's addresses; the system's resolver by default. */
  readonly resolve?: (host: string) => Promise<readonly string[]>;
}

/** A page as it was fetched. */
export interface FetchedPage {
  /** The address it was found at in the end. */
  readonly address: string;
  readonly mediaType: string;
  readonly content: Uint8Array;
}

const MAX_BYTES = 5 * 1024 * 1024;
const MAX_REDIRECTS = 5;
const TIMEOUT = 15_000;
const PAGE_TYPES = /^(?:text\/html|application\/xhtml\+xml)$/u;

/**
 * Fetches a web page within limits of kind, size, time and redirects. Every host's addresses are looked up
 * first and the connection is made to the very address that was judged, so that
 * neither a redirect nor a changed answer of the name server leads to a machine of the school's own network.
 * @throws ReaderError that says what is wrong and what to do.
 */
export async function fetchPage(given: string, options: FetchOptions): Promise<FetchedPage> {
  const timeout = AbortSignal.timeout(TIMEOUT);
  const signal = options.signal ? AbortSignal.any([options.signal, timeout]) : timeout;
  let address = parse(given);
  try {
    for (let redirects = 0; redirects <= MAX_REDIRECTS; redirects++) {
      const answer = await request(address, await judge(address, options), signal);
      if (answer.redirect === undefined)
        return { address: address.href, mediaType: answer.mediaType, content: answer.content };
      address = parse(answer.redirect, address);
    }
  } catch (error) {
    if (error instanceof ReaderError) throw error;
    options.signal?.throwIfAborted();
    if (timeout.aborted)
      throw code(
        'slow',
        'The page did not come within 15 seconds. Try again, or open it in a browser, copy its text and paste it.',
      );
    throw code('unreachable', `The page cannot be reached. Check the address: ${address.href}`);
  }
  throw code(
    'redirects',
    'The page sends on from address to address without an end. Open it in a browser and use the address shown there.',
  );
}

function parse(given: string, base?: URL): URL {
  const written = given.trim();
  const whole = base || /^[a-z][a-z0-9+.-]*:/iu.test(written) ? written : `https://${written}`;
  let address: URL;
  try {
    address = new URL(whole, base);
  } catch {
    throw code('address', `“${written}” is no web address. It should look like https://school.example/page.`);
  }
  if (address.protocol !== 'http:' && address.protocol !== 'https:')
    throw code('address', 'Only addresses that begin with http:// or https:// can be fetched.');
  if (address.username !== '' || address.password !== '')
    throw code('address', 'An address with a password in it is not fetched.');
  return address;
}

/**
 * The address to connect to.
 * @throws ReaderError when any of the host's addresses is not public and its origin is not allowed.
 */
async function judge(
  address: URL,
  { allowedOrigins, resolve = systemResolve }: FetchOptions,
): Promise<string> {
  const host = address.hostname.replace(/^\[|\]$/gu, '');
  const addresses = ipaddr.isValid(host) ? [host] : await resolve(host);
  const [first] = addresses;
  if (first === undefined) throw code('unreachable', `There is no site called ${host}. Check the address.`);
  if (allowedOrigins.includes(address.origin)) return first;
  if (!addresses.every(isPublic))
    throw code(
      'private',
      'This address leads into a private network. Only public web pages are fetched; an administrator can allow a site.',
    );
  return first;
}

async function systemResolve(host: string): Promise<readonly string[]> {
  return (await lookup(host, { all: true })).map(({ address }) => address);
}

/**
 * All that is handed out of IPv6 to the public internet; anything else is special, or nobody's. Source: IANA,
 * Internet Protocol Version 6 Address Space.
 */
const GLOBAL_UNICAST: [ipaddr.IPv6, number] = [ipaddr.IPv6.parse('2000::'), 3];

/** Whether an IP address is one of the public internet. */
export function isPublic(address: string): boolean {
  if (!ipaddr.isValid(address)) return false;
  const ip = ipaddr.process(address);
  if (ip.range() !== 'unicast') return false;
  return ip instanceof ipaddr.IPv4 || ip.match(GLOBAL_UNICAST);
}

interface Answer {
  readonly redirect: string | undefined;
  readonly mediaType: string;
  readonly content: Uint8Array;
}

function request(address: URL, ip: string, signal: AbortSignal): Promise<Answer> {
  const client = address.protocol === 'https:' ? https : http;
  const family = ipaddr.parse(ip).kind() === 'ipv6' ? 6 : 4;
  return new Promise((resolve, reject) => {
    const asking = client.get(
      address,
      {
        signal,
        headers: {
          accept: 'text/html, application/xhtml+xml',
          'user-agent': 'Aurelfield',
          'accept-encoding': 'identity',
        },
        lookup: (_host, lookupOptions, done) => {
          if (lookupOptions.all) done(null, [{ address: ip, family }]);
          else done(null, ip, family);
        },
      },
      (response) => {
        const status = response.statusCode ?? 0;
        const fail = (error: ReaderError) => {
          response.destroy();
          reject(error);
        };
        if (status >= 300 && status < 400 && response.headers.location !== undefined) {
          response.destroy();
          resolve({ redirect: response.headers.location, mediaType: '', content: new Uint8Array() });
          return;
        }
        if (status !== 200) {
          fail(
            code(
              'status',
              status === 404
                ? 'There is no page at this address.'
                : status === 401 || status === 403
                  ? 'The page is not open to everyone. Open it in a browser, copy its text and paste it.'
                  : `The site answered with an error (${status}). Try again later.`,
            ),
          );
          return;
        }
        const mediaType = (response.headers['content-type'] ?? '').split(';')[0]?.trim().toLowerCase() ?? '';
        if (!PAGE_TYPES.test(mediaType)) {
          fail(
            code(
              'not-a-page',
              `At this address is no web page but a file (${mediaType || 'of no stated kind'}). Save it and add it as a file.`,
            ),
          );
          return;
        }
        const chunks: Buffer[] = [];
        let size = 0;
        response.on('data', (chunk: Buffer) => {
          size += chunk.length;
          if (size > MAX_BYTES)
            fail(
              code(
                'too-large',
                'The page is larger than 5 MB. Open it in a browser, copy what is to be read and paste it.',
              ),
            );
          else chunks.push(chunk);
        });
        response.on('end', () => resolve({ redirect: undefined, mediaType, content: Buffer.concat(chunks) }));
        response.on('error', reject);
      },
    );
    asking.on('error', reject);
  });
}

function code(name: string, message: string): ReaderError {
  return new ReaderError(name, message);
}
