export {
  ReadingPlayer,
  type Passage,
  type Place,
  type PlayerSentence,
  type PlayerSource,
  type PlayerState,
  type PlayerStatus,
} from './readingPlayer.ts';
export { PlaybackError } from './playbackError.ts';
export { SwitchScanner, type SwitchScannerOptions, type SwitchSettings } from './switchScanner.ts';
