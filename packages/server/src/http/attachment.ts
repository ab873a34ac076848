import { create } from 'content-disposition';

/** Content-Disposition for a download with any characters in its name. */
export function attachment(fileName: string): string {
  return create(fileName, { fallback: plain(fileName) });
}

/** The name for programs that know ASCII only. */
function plain(fileName: string): string {
  return (
    fileName
      .replace(/[–—]/gu, '-')
      .normalize('NFKD')
      .replace(/[^\x20-\x7e]/gu, '')
      .replace(/["\\%/]/gu, '_')
      .trim() || 'file'
  );
}
