/** Reading the blocks of a photographed page. */
export {
  distance,
  fromUnitSquare,
  inPageOrder,
  inverse,
  isPage,
  signedArea,
  UNIT_SQUARE,
  type Homography,
  type Point,
  type Quad,
} from './page/photo/geometry.ts';
export { FLAT, shapeOf, toPhoto, warpOf, type Bend, type PageWarp } from './page/photo/warp.ts';
export { resampled, type GreyPicture } from './page/photo/picture.ts';
export { flattened } from './page/photo/flatten.ts';
export { withoutRuledLines, type RuledLine } from './page/photo/ruledLines.ts';
export { wordsOfHocr, type RecognisedWord } from './page/photo/hocr.ts';
export {
  blocksFromPhotos,
  DOUBTFUL_CONFIDENCE,
  type PhotoWord,
  type RecognisedPage,
} from './page/photo/photoBlocks.ts';
export { unreadRegions, type Box } from './page/photo/unreadRegions.ts';
export { matchPhotoWords, type WordPlace } from './page/photo/matchWords.ts';
export { listDots } from './page/photo/listDots.ts';
export { secondLanguageOf, withLanguage } from './page/photo/otherLanguages.ts';
export { largestMove, textBend } from './page/photo/textBend.ts';
export { smallFigures, withFigure, type SmallFigure } from './page/photo/smallFigures.ts';
export { lostInLines } from './page/photo/lostInLines.ts';
export { strokesOf } from './page/photo/strokes.ts';
export { withoutCheckboxes, type PrintedCheckbox } from './page/photo/printedCheckboxes.ts';
export { blurred, grainOf } from './page/photo/grain.ts';
export { linesOfWords, splitLines, segmentsOf } from './page/photo/segments.ts';
