/** Shapes of what the server and the screens say to each other. */
export * from './common.ts';
export * from './session.ts';
export * from './pupils.ts';
export * from './photos.ts';
export * from './phrases.ts';
export * from './handouts.ts';
export * from './listening.ts';
export * from './proof.ts';
export * from './formats.ts';
export * from './jobs.ts';
export * from './classSets.ts';
export * from './readings.ts';
export * from './pronunciations.ts';
export * from './words.ts';
export * from './pupilPage.ts';
export * from './handingOut.ts';
export * from './records.ts';
