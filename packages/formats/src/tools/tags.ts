import { secondsOf, sectionsOf, type Edition } from '../edition.ts';

/** ffmpeg's metadata of an edition as a file: tags, and a chapter for each section (ffmpeg's FFMETADATA1, described in its manual "Metadata"). */
export function metadataFile(edition: Edition): string {
  const chapters = sectionsOf(edition).flatMap(({ title, from, to }) => [
    '[CHAPTER]',
    'TIMEBASE=1/1000',
    `START=${Math.round(secondsOf(edition, from) * 1000)}`,
    `END=${Math.round(secondsOf(edition, to) * 1000)}`,
    `title=${escaped(title)}`,
  ]);
  const tags = Object.entries(tagsOf(edition)).map(([name, value]) => `${name}=${escaped(value)}`);
  return [';FFMETADATA1', ...tags, ...chapters, ''].join('\n');
}

/** Tags by ffmpeg's names. */
export function tagsOf({ facts }: Edition): Record<string, string> {
  const { title, pupil, voice, date, school, language, className, pace } = facts;
  return {
    title,
    artist: voice,
    album: className === '' ? school : `${school}, ${className}`,
    album_artist: school,
    date,
    genre: 'Speech',
    language,
    comment: `For ${pupil}, at ${pace} words a minute`,
  };
}

function escaped(value: string): string {
  return value.replace(/[\u0000\r]/gu, '').replace(/[=;#\\\n]/gu, (sign) => `\\${sign}`); // eslint-disable-line no-control-regex -- the character zero ends a tag for some readers
}
