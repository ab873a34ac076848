/** All tables, a file for each subject. */
export * from './people.ts';
export * from './installation.ts';
export * from './pronunciations.ts';
export * from './texts.ts';
export * from './handouts.ts';
export * from './photos.ts';
export * from './readings.ts';
export * from './clips.ts';
export * from './jobs.ts';
export * from './classSets.ts';
export * from './phrases.ts';
export * from './listening.ts';
export * from './assignments.ts';
export * from './webPageReadings.ts';
export * from './recordings.ts';
export * from './rateLimits.ts';
export * from './objectDeletions.ts';
