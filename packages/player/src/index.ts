export {
  ReadingPlayer,
  type Place,
  type PlayerSentence,
  type PlayerState,
  type PlayerStatus,
} from './readingPlayer.ts';
export { SwitchScanner } from './switchScanner.ts';
