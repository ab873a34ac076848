/// <reference lib="dom" />
/// <reference lib="dom.iterable" />
import { DOMParser } from 'linkedom';
import { ReaderError } from './readerError.ts';

/**
 * The name of a public document type, as old pages of EPUB have it: nothing is fetched for it, and it
 * declares nothing here.
 */
const PUBLIC_TYPE = /<!DOCTYPE\s[^[\]<>]*>/iu;

/**
 * Reads XML of a document. Declarations of entities are refused: they could make a small file huge.
 * @throws ReaderError
 */
export function parseXml(text: string): Document {
  const source = text.replace(PUBLIC_TYPE, '');
  if (/<!(?:DOCTYPE|ENTITY)/iu.test(source.slice(0, 100_000)))
    throw new ReaderError(
      'hostile',
      'The file declares entities of its own, which no ordinary document does. It was not read.',
    );
  return new DOMParser().parseFromString(source, 'text/xml') as unknown as Document;
}

/** Elements of this name below a node, whatever their prefix. */
export function named(node: ParentNode, name: string): Element[] {
  const found: Element[] = [];
  const walk = (element: Element) => {
    for (const child of element.children) {
      if (localName(child) === name) found.push(child);
      walk(child);
    }
  };
  for (const child of (node as Element).children) {
    if (localName(child) === name) found.push(child);
    walk(child);
  }
  return found;
}

/** An element's name without its prefix. */
export function localName(element: Element): string {
  return element.nodeName.replace(/^.*:/u, '');
}

/** An attribute by its name without a prefix. */
export function attributeOf(element: Element, name: string): string | undefined {
  for (const { name: whole, value } of element.attributes)
    if (whole === name || whole.endsWith(`:${name}`)) return value;
  return undefined;
}
