/** Shapes of what the server and the screens say to each other. */
export * from './common.ts';
export * from './session.ts';
export * from './pupils.ts';
export * from './photos.ts';
export * from './handouts.ts';
export * from './proof.ts';
export * from './jobs.ts';
export * from './readings.ts';
export * from './pronunciations.ts';
