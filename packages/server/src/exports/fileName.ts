const MAX_CHARACTERS = 120;

/** "How a peat bog keeps time – Ines.mp3": readable, and allowed on every common file system. */
export function audioFileName(title: string, pupil: string, extension: string): string {
  return `${clean(title) || 'Handout'} – ${clean(pupil) || 'Pupil'}.${extension}`;
}

function clean(text: string): string {
  return (
    text
      // eslint-disable-next-line no-control-regex -- control characters are not allowed in file names
      .replace(/[<>:"/\\|?*\u0000-\u001f\u007f]/gu, ' ')
      .replace(/\s+/gu, ' ')
      .replace(/^[\s.]+|[\s.]+$/gu, '')
      .slice(0, MAX_CHARACTERS)
      .trim()
  );
}
