/** Sound: rendering, loudness, joining. */
export { burstIn } from './audio/burst.ts';
export { BYTES_PER_SAMPLE, wavHeader } from './audio/wav.ts';
export { renderPiece } from './audio/render.ts';
export { renderEdited, soundOfEdited, type ReadRecording } from './audio/renderEdited.ts';
export { coarserPeaks, peaksOfPieces, type Peaks } from './audio/peaks.ts';
export { noiseFloor } from './audio/clean.ts';
export { treated } from './audio/treat.ts';
export { joinSamples } from './audio/join.ts';
export { fadeEdges, firstLoud, lastLoud } from './audio/edges.ts';
export { applyGain, measureLoudness } from './audio/loudness.ts';
