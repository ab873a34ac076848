import { secondsOf, sectionsOf, type ExportDocument, type ExportDocumentFacts } from '../exportDocument.ts';

/**
 * ffmpeg's metadata of an edition as a file: tags, and a chapter for each section (ffmpeg's FFMETADATA1,
 * described in its manual "Metadata").
 */
export function metadataFile(exportDocument: ExportDocument): string {
  const chapters = sectionsOf(exportDocument).flatMap(({ title, from, to }) => [
    '[CHAPTER]',
    'TIMEBASE=1/1000',
    `START=${Math.round(secondsOf(exportDocument, from) * 1000)}`,
    `END=${Math.round(secondsOf(exportDocument, to) * 1000)}`,
    `title=${escaped(title)}`,
  ]);
  const tags = Object.entries(tagsOf(exportDocument)).map(([name, value]) => `${name}=${escaped(value)}`);
  return [';FFMETADATA1', ...tags, ...chapters, ''].join('\n');
}

/** Tags by ffmpeg's names. */
export function tagsOf({ facts }: ExportDocument): Record<string, string> {
  const { title, pupil, voice, date, language, part } = facts;
  return {
    title,
    artist: authorOf(facts),
    // One album for each handout: players order the tracks of one, not those of all.
    album: part?.of ?? title,
    album_artist: authorOf(facts),
    ...(part ? { track: `${part.number}/${part.total}` } : {}),
    date,
    genre: 'Speech',
    language,
    composer: voice,
    // Not how fast: that says more of a pupil than a file that is passed on should.
    comment: pupil === '' ? `Read by ${voice}` : `For ${pupil}`,
  };
}

/** Who gives a handout out; the voice where no school is known. */
export function authorOf({ school, voice }: Pick<ExportDocumentFacts, 'school' | 'voice'>): string {
  return school === '' ? voice : school;
}

function escaped(value: string): string {
  return value.replace(/[\u0000\r]/gu, '').replace(/[=;#\\\n]/gu, (sign) => `\\${sign}`); // eslint-disable-line no-control-regex -- the character zero ends a tag for some readers
}
