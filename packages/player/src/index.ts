export {
  ReadingPlayer,
  type Passage,
  type Place,
  type PlayerSentence,
  type PlayerSource,
  type PlayerState,
  type PlayerStatus,
} from './readingPlayer.ts';
export { AT_REST, scanStep, type Scan, type ScanEvent, type ScanStep } from './scanning.ts';
