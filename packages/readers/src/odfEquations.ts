/// <reference lib="dom" />
import { mathmlLine } from '@aurelfield/core/page';
import { pathIn, textOf, type Archive } from './archive.ts';
import { attributeOf, named, parseXml } from './xml.ts';

/**
 * Equations of an OpenDocument are documents of their own inside it: each frame that holds one is given its
 * line as text. A paragraph that holds nothing else is reported by `isEquation`.
 */
export function putEquations(content: Document, archive: Archive): void {
  for (const frame of named(content, 'frame')) {
    const math = mathOf(frame, archive);
    if (math === undefined) continue;
    const paragraph = frame.parentElement;
    const isAlone =
      paragraph !== null && (paragraph.textContent ?? '').trim() === (frame.textContent ?? '').trim();
    const text = content.createTextNode(mathmlLine(math));
    if (isAlone) paragraph.setAttribute(EQUATION, 'true');
    frame.replaceWith(text);
  }
}

const EQUATION = 'aurelfield-equation';

/** Whether a paragraph is an equation and nothing else. */
export function isEquation(paragraph: Element): boolean {
  return paragraph.getAttribute(EQUATION) === 'true';
}

function mathOf(frame: Element, archive: Archive): Element | undefined {
  const own = named(frame, 'math')[0];
  if (own) return own;
  const object = named(frame, 'object')[0];
  const href = object && attributeOf(object, 'href');
  const source = href === undefined ? undefined : textOf(archive, `${pathIn('', href)}/content.xml`);
  // A document of mathematics may name a document type; its own entities are not used.
  const plain = source?.replace(/<!DOCTYPE[^>[]*>/u, '');
  if (plain === undefined || !/<(?:\w+:)?math\b/u.test(plain)) return undefined;
  const root = parseXml(plain);
  return named(root, 'math')[0];
}
