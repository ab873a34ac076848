/**
 * A name that nobody else has: 24 hexadecimal figures. Browsers make UUIDs only on secure addresses, and a
 * school's own server may have none.
 */
export function randomId(): string {
  return [...crypto.getRandomValues(new Uint8Array(12))]
    .map((byte) => byte.toString(16).padStart(2, '0'))
    .join('');
}
