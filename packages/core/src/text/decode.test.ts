import { expect, test } from 'vitest';
import { decodeText, NotTextError } from './decode.ts';

const utf16 = (text: string, bigEndian: boolean, mark: boolean) => {
  const view = new DataView(new ArrayBuffer((text.length + (mark ? 1 : 0)) * 2));
  [...(mark ? '\uFEFF' : ''), ...text].forEach((char, i) =>
    view.setUint16(i * 2, char.charCodeAt(0), !bigEndian),
  );
  return new Uint8Array(view.buffer);
};

test.each([
  ['UTF-8', new TextEncoder().encode('Café – 20 °C'), 'Café – 20 °C', 'utf-8'],
  ['UTF-8 with a mark', new Uint8Array([0xef, 0xbb, 0xbf, 0x61]), 'a', 'utf-8'],
  ['UTF-16 little endian with a mark', utf16('Café – 20 °C', false, true), 'Café – 20 °C', 'utf-16le'],
  ['UTF-16 big endian with a mark', utf16('Café', true, true), 'Café', 'utf-16be'],
  ['UTF-16 without a mark', utf16('The bog is deep.', false, false), 'The bog is deep.', 'utf-16le'],
  [
    'UTF-16 big endian without a mark',
    utf16('The bog is deep.', true, false),
    'The bog is deep.',
    'utf-16be',
  ],
  [
    'Windows-1252',
    new Uint8Array([0x43, 0x61, 0x66, 0xe9, 0x20, 0x96, 0x20, 0x80, 0x33]),
    'Café – €3',
    'windows-1252',
  ],
  ['nothing', new Uint8Array(), '', 'utf-8'],
] as const)('%s', (_name, bytes, text, encoding) => {
  expect(decodeText(bytes)).toEqual({ text, encoding });
});

test.each([
  [
    'a PNG',
    new Uint8Array([
      0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0x0d, 0x49, 0x48, 0x44, 0x52, 0, 0, 1, 0, 0xff,
      0x10, 3, 2,
    ]),
  ],
  [
    'an archive',
    new Uint8Array([0x50, 0x4b, 3, 4, 0x14, 0, 6, 0, 8, 0, 0, 0, 0x21, 0, 0xdf, 0xa4, 0xd2, 0x6c]),
  ],
  ['zeros', new Uint8Array(64)],
])('%s is not text', (_name, bytes) => {
  expect(() => decodeText(bytes)).toThrow(NotTextError);
});
