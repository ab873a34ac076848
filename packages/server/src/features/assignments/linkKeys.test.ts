import { randomUUID } from 'node:crypto';
import { describe, expect, test } from 'vitest';
import { LinkKeys } from './linkKeys.ts';

const keys = new LinkKeys('a secret for tests only');
const id = randomUUID();
const NOW = Date.parse('2026-11-28T08:00:00Z');
const MONTH = 31 * 24 * 60 * 60 * 1000;

describe('links', () => {
  test('have secrets of 192 bits and codes of eight signs that follow from their ids, and from nothing else', () => {
    expect(Buffer.from(keys.secretOf(id), 'base64url')).toHaveLength(24);
    expect(keys.codeOf(id)).toMatch(/^[2-9a-hjkmnp-z]{8}$/u);
    expect([keys.secretOf(id), keys.codeOf(id)]).toEqual([keys.secretOf(id), keys.codeOf(id)]);
    const ids = Array.from({ length: 2000 }, () => randomUUID());
    for (const of of [keys.secretOf.bind(keys), keys.codeOf.bind(keys)])
      expect(new Set(ids.map(of)).size).toBe(2000);
    expect(new LinkKeys('another secret').secretOf(id)).not.toBe(keys.secretOf(id));
  });

  test('codes use all their signs alike', () => {
    const counts = new Map<string, number>();
    for (let i = 0; i < 4000; i++)
      for (const sign of keys.codeOf(randomUUID())) counts.set(sign, (counts.get(sign) ?? 0) + 1);
    expect(counts.size).toBe(31);
    // 32,000 signs: 1,032 of each, give or take five standard deviations.
    for (const count of counts.values()) expect(Math.abs(count - 32_000 / 31)).toBeLessThan(160);
  });

  test('a code is the same with capitals, spaces and strokes', () => {
    const code = keys.codeOf(id);
    const typed = ` ${code.slice(0, 4).toUpperCase()}-${code.slice(4)} `;
    expect(keys.codeHash(typed)).toBe(keys.codeHash(code));
  });
});

describe('a pass', () => {
  const link = { id, pinHash: null };
  const accessToken = keys.accessToken(link, NOW);

  test('names its link and holds for a month', () => {
    expect(keys.linkOf(accessToken)).toBe(id);
    expect(keys.isAccessToken(accessToken, link, NOW)).toBe(true);
    expect(keys.isAccessToken(accessToken, link, NOW + MONTH)).toBe(false);
  });

  test.each([
    ['for another link', accessToken.replace(id, randomUUID()), link],
    [
      'with a later end',
      accessToken.replace(/\.(\d+)\./u, (_all, until: string) => `.${Number(until) + 1}.`),
      link,
    ],
    ['with another seal', `${accessToken.slice(0, -1)}${accessToken.endsWith('A') ? 'B' : 'A'}`, link],
    ['of before the PIN', accessToken, { id, pinHash: keys.pinHash(id, '1234') }],
    ['of another installation', new LinkKeys('another secret').accessToken(link, NOW), link],
    ['that is none', 'x', link],
  ])('%s is none', (_name, given, whose) => {
    expect(keys.isAccessToken(given, whose, NOW)).toBe(false);
  });
});

test('a PIN is right for its link alone', () => {
  const hash = keys.pinHash(id, '2468');
  expect([keys.isPin(id, '2468', hash), keys.isPin(id, '2469', hash), keys.isPin(randomUUID(), '2468', hash), keys.isPin(id, '', hash)]).toEqual([true, false, false, false]); // prettier-ignore
});
