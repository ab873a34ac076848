/** Written text: blocks, sentences, words, and the languages they are in. */
export type { Block } from './text/document.ts';
export { groupBlocks } from './text/blockGroups.ts';
export { contentHash, hasSameContent, toBlocks, withIds, type TextBlock } from './text/text.ts';
export { carryAnchors, type Anchor, type CarriedAnchors } from './text/anchors.ts';
export { decodeText, NotTextError } from './text/decode.ts';
export { splitLongBlock } from './text/longBlocks.ts';
export { blocksFromPlainText } from './text/plainText.ts';
export { blocksFromMarkdown, looksLikeMarkdown } from './text/markdown.ts';
export { markdownOf } from './text/toMarkdown.ts';
export { baseLanguage, languageOf } from './languages/languages.ts';
export { canBeGuessed, guessLanguage } from './text/language.ts';
export { guessTitle } from './text/title.ts';
export { sentencesOf } from './text/sentences.ts';
export { wordsOf } from './text/words.ts';
export { CELL_SEPARATOR } from './text/document.ts';
export { dialogueTurnsOf } from './text/dialogue.ts';
