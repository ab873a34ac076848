import { expect, test } from 'vitest';
import { isPublic } from './fetchPage.ts';

// Ranges: IANA special-purpose address registries (IPv4 and IPv6), from memory.
test.each([
  ['93.184.215.14', true],
  ['2606:2800:21f:cb07:6820:80da:af6b:8b2c', true],
  ['127.0.0.1', false],
  ['10.1.2.3', false],
  ['172.16.0.1', false],
  ['192.168.1.1', false],
  ['169.254.169.254', false],
  ['100.64.0.1', false],
  ['0.0.0.0', false],
  ['224.0.0.1', false],
  ['255.255.255.255', false],
  ['192.0.2.1', false],
  ['::1', false],
  ['::', false],
  ['::127.0.0.1', false],
  ['::ffff:127.0.0.1', false],
  ['::ffff:10.0.0.1', false],
  ['64:ff9b::7f00:1', false],
  ['64:ff9b:1::7f00:1', false],
  ['fec0::1', false],
  ['fe80::1', false],
  ['fc00::1', false],
  ['fd12:3456::1', false],
  ['ff02::1', false],
  ['2001:db8::1', false],
  ['2002:7f00:1::', false],
  ['5f00::1', false],
  ['not an address', false],
])('%s is public: %s', (address, is) => {
  expect(isPublic(address)).toBe(is);
});
