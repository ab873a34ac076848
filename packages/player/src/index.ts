export type { Place, PlayerSentence } from './place.ts';
export type { PlayerState, PlayerStatus } from './playerState.ts';
export { ReadingPlayer } from './readingPlayer.ts';
export { SwitchScanner } from './switchScanner.ts';
