import type { ImportedDocument } from '@aurelfield/core/page';

/** A text with single spaces and none at its ends. */
export function tidy(text: string): string {
  return text.replace(/[\s\u00a0]+/gu, ' ').trim();
}

// Control characters are what this looks for.
// eslint-disable-next-line no-control-regex
const NO_TEXT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f]/gu;

/** What programs put where a picture's description belongs. */
const FILE_NAME = /^(?:fig:)?[^\s.]*[^.]{0,60}\.(?:png|jpe?g|gif|bmp|svg|webp|tiff?|emf|wmf)$/iu;

/**
 * A document without what no text may hold: halves of characters become the replacement character, control
 * characters blanks; places stay where they are. A file's name is no description of its picture.
 */
export function withSoundText(document: ImportedDocument): ImportedDocument {
  const mend = (text: string) => text.replace(NO_TEXT, ' ').replace(/\p{Surrogate}/gu, '\u{fffd}');
  return {
    ...document,
    // A title with control characters in it was written in another encoding than it says.
    title: document.title.search(NO_TEXT) < 0 ? mend(document.title) : '',
    blocks: document.blocks.map((block) => ({
      ...block,
      text: block.type === 'picture' && FILE_NAME.test(block.text.trim()) ? '' : mend(block.text),
    })),
  };
}
