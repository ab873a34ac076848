import { blocksFromElement, decodeText, type ImportedDocument } from '@aurelfield/core';
import { Readability } from '@mozilla/readability';
import { parseHTML } from 'linkedom';
import { cleaned, isBlankPage, whole } from './html.ts';
import { ReaderError } from './readerError.ts';

/** Parts of a page that are not its text. */
const FURNITURE =
  'nav, aside, footer, form, dialog, [role="navigation"], [role="banner"], [role="complementary"], [role="search"], [role="dialog"], [aria-modal="true"], [class*="cookie" i], [id*="cookie" i], [class*="consent" i], [class*="advert" i], [id*="advert" i], [class*="sponsor" i], [class*="comment" i], [id*="comment" i], [class*="share" i], [class*="related" i], [class*="newsletter" i], [class*="breadcrumb" i]';

/** A web page → the blocks of its main text, with headings, lists, tables, figures and captions; menus, adverts, cookie texts and comments are left out. */
export function readWebPage(bytes: Uint8Array): ImportedDocument {
  const { document } = parseHTML(whole(decodeText(bytes).text));
  const language = document.documentElement.getAttribute('lang') ?? undefined;
  const heading = document.querySelector('h1')?.textContent.replace(/\s+/gu, ' ').trim() ?? '';
  const title = withoutSite(
    document.querySelector('title')?.textContent.replace(/\s+/gu, ' ').trim() ?? '',
    heading,
  );
  withoutFurniture(document);
  const main = document.querySelector('article, main, [role="main"]');
  const article = main ?? readable(document);
  const blocks = blocksFromElement(article ?? document.body).map((block) => ({ ...block }));
  if (isBlankPage(blocks))
    throw new ReaderError(
      'no-text',
      'There is no text on this page that can be read without running it. Open it in a browser, copy the text and paste it.',
    );
  const hasTitle = blocks.some(({ type, text }) => type === 'heading' && text === heading);
  if (heading !== '' && !hasTitle) blocks.unshift({ type: 'heading', level: 1, text: heading });
  return { title: title || heading, language, warnings: [], ...cleaned(blocks) };
}

/** Takes out what is no part of the text by its kind or its name. What holds a good part of the page's text is none, whatever it is called: pages stand whole in a form, or in a body named after its cookie notice. */
function withoutFurniture(document: Document): void {
  const length = (element: Element) => element.textContent.replace(/\s+/gu, ' ').length;
  const all = document.body.textContent.replace(/\s+/gu, ' ').length;
  for (const element of document.querySelectorAll(FURNITURE)) {
    const isOuter = /^(?:HTML|BODY|MAIN|ARTICLE)$/iu.test(element.nodeName);
    const holdsText = element.querySelector('h1, main, article') !== null || length(element) > all * MOST;
    if (!isOuter && !(holdsText && !/^(?:NAV|FOOTER|DIALOG)$/iu.test(element.nodeName))) element.remove();
  }
}
/** Furniture holds less than this share of a page's text. */
const MOST = 0.5;

function readable(document: Document): Element | undefined {
  const copy = document.cloneNode(true) as Document;
  const article = new Readability(copy, { keepClasses: false, charThreshold: 100 }).parse();
  if (!article?.content) return undefined;
  return parseHTML(`<html><body>${article.content}</body></html>`).document.body;
}

/** "The bore – Wrenmoor School" → "The bore". */
function withoutSite(title: string, heading: string): string {
  if (heading !== '' && title.startsWith(heading)) return heading;
  const parts = title.split(/\s+[|–—·»-]\s+/u);
  return parts.length > 1 ? (parts[0] ?? title) : title;
}
