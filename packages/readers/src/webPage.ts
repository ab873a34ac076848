import { blocksFromElement, type ImportedDocument } from '@aurelfield/core/page';
import { decodeText } from '@aurelfield/core/text';
import { Readability } from '@mozilla/readability';
import { parseHTML } from 'linkedom';
import { cleaned, isBlankPage, languageOf, whole } from './html.ts';
import { ReaderError } from './readerError.ts';

/** Parts of a page that are not its text. */
const FURNITURE =
  'nav, aside, footer, form, dialog, amp-ad, amp-embed, amp-sidebar, ins[class*="ads" i], [class*="ad-slot" i], [class*="adslot" i], [id*="ad-slot" i], [class*="read-next" i], [class*="permalink" i], [class*="headerlink" i], [role="navigation"], [role="banner"], [role="complementary"], [role="search"], [role="dialog"], [aria-modal="true"], [class*="cookie" i], [id*="cookie" i], [class*="consent" i], [class*="advert" i], [id*="advert" i], [class*="sponsor" i], [class*="comment" i], [id*="comment" i], [class*="share" i], [class*="related" i], [class*="newsletter" i], [class*="breadcrumb" i]';

/**
 * A web page → the blocks of its main text, with headings, lists, tables, figures and captions; menus,
 * adverts, cookie texts and comments are left out.
 */
export function readWebPage(bytes: Uint8Array): ImportedDocument {
  const { document } = parseHTML(whole(decodeText(bytes).text));
  const written = textOf(document.querySelector('title'));
  const heading = textOf(
    document.querySelector('h1') ??
      [...document.querySelectorAll('h2')].find((second) => textOf(second) === written),
  );
  const title = withoutSite(written, heading);
  withoutFurniture(document);
  const parts = mainParts(document);
  const language = languageOf(document, parts[0] ?? document.body);
  const blocks = parts.flatMap((part) => blocksFromElement(part, language)).map((block) => ({ ...block }));
  if (isBlankPage(blocks))
    throw new ReaderError(
      'no-text',
      'There is no text on this page that can be read without running it. Open it in a browser, copy the text and paste it.',
    );
  const hasTitle = blocks.some(({ type, text }) => type === 'heading' && text === heading);
  if (heading !== '' && !hasTitle) blocks.unshift({ type: 'heading', level: 1, text: heading });
  return { title: title || heading, language, warnings: [], ...cleaned(blocks) };
}

/**
 * Takes out what is no part of the text by its kind or its name. What holds a good part of the page's text is
 * none, whatever it is called: pages stand whole in a form, or in a body named after its cookie notice.
 */
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

/**
 * Where the page's text stands: its main part, its article, or its articles where it has several of a size;
 * else the part that reads like one.
 */
function mainParts(document: Document): Element[] {
  const main = document.querySelector('main, [role="main"]');
  if (main) return [main];
  const articles = [...document.querySelectorAll('article')].filter(
    (article) => article.parentElement?.closest('article') === null,
  );
  const longest = Math.max(0, ...articles.map(({ textContent }) => textContent.length));
  const full = articles.filter(({ textContent }) => textContent.length >= longest * TEASER);
  return full.length > 0 ? full : [readable(document) ?? document.body];
}
/** An article shorter than this share of the longest is a teaser of another page. */
const TEASER = 0.3;

function readable(document: Document): Element | undefined {
  const copy = document.cloneNode(true) as Document;
  const article = new Readability(copy, { keepClasses: false, charThreshold: 100 }).parse();
  if (!article?.content) return undefined;
  return parseHTML(`<html><body>${article.content}</body></html>`).document.body;
}

function textOf(element: Element | null | undefined): string {
  return element?.textContent.replace(/\s+/gu, ' ').trim() ?? '';
}

/** "The bore – Wrenmoor School" → "The bore". */
function withoutSite(title: string, heading: string): string {
  if (heading !== '' && title.startsWith(heading)) return heading;
  const parts = title.split(/\s+[|–—·»-]\s+/u);
  return parts.length > 1 ? (parts[0] ?? title) : title;
}
