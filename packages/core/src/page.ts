/** Reading the blocks of a document or a web page. */
export { placed, type CleanUp, type ImportedDocument } from './page/imported.ts';
export { mathmlLine } from './maths/mathml.ts';
export { ommlLine } from './maths/omml.ts';
export { withPlace } from './maths/raised.ts';
export { labelledBlock, listLabel, type Counting } from './page/listLabels.ts';
export type { NodeLike } from './maths/nodes.ts';
export { blocksFromElement, tableRows } from './page/elementBlocks.ts';
export { withoutNoteMarks } from './page/noteMarks.ts';
export { blocksFromLayout, type LayoutPage } from './page/layout/layoutBlocks.ts';
