/** Readings as files in open formats. */
export {
  sectionsOf,
  type Edition,
  type EditionBlock,
  type EditionFacts,
  type EditionSentence,
  type PictureFile,
  type Section,
} from './edition.ts';
export {
  BIT_RATES,
  DEFAULT_QUALITY,
  FormatError,
  GROUPS,
  SAMPLE_RATES,
  type BitRate,
  type Format,
  type FormatGroup,
  type Quality,
  type SampleRate,
  type WriteOptions,
} from './format.ts';
export { ARTWORK_SIDES, artworkProblem, artworkType, asPng, drawnArtwork } from './feed/artwork.ts';
export { chaptersJson, podcastFeed, type Episode, type PodcastFeed } from './feed/podcastFeed.ts';
export {
  FROZEN_SOUNDS,
  frozenReading,
  type FrozenFile,
  type FrozenSound,
  type FrozenText,
} from './frozen/frozenReading.ts';
export { FORMATS, formatOf } from './register.ts';
export { joinedEdition, type Joining } from './shapes/joined.ts';
export { repeatedEdition, type Repeating } from './shapes/repeated.ts';
export { sectionEdition } from './shapes/section.ts';
export { derivedUrn } from './tools/derivedUrn.ts';
export { fontFileNamed } from './tools/fonts.ts';
export { xml } from './tools/xml.ts';
export { zipped, type Entry } from './tools/archive.ts';
export { DEFAULT_PATTERN, FileNames, NAME_PARTS, nameOf, namePattern, type NameFacts } from './names.ts';
export { samplesOfSound, SOUNDS, type SoundId } from './sounds.ts';
