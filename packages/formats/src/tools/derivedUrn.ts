import { createHash } from 'node:crypto';

/**
 * A UUID that goes with another name and what is done with it: the same for the same two (version 5 of RFC
 * 9562, with the name as its own space).
 */
export function derivedUrn(identifier: string, what: string): string {
  const digits = createHash('sha1').update(`${identifier} ${what}`).digest('hex');
  const variant = ((parseInt(digits.slice(16, 18), 16) & 0x3f) | 0x80).toString(16);
  return `urn:uuid:${digits.slice(0, 8)}-${digits.slice(8, 12)}-5${digits.slice(13, 16)}-${variant}${digits.slice(18, 20)}-${digits.slice(20, 32)}`;
}
