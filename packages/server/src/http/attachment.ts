/** Content-Disposition for a download with any characters in its name (RFC 6266, RFC 8187). */
export function attachment(fileName: string): string {
  const plain =
    fileName
      .replace(/[–—]/gu, '-')
      .normalize('NFKD')
      .replace(/[^\x20-\x7e]/gu, '')
      .replace(/["\\%]/gu, '_')
      .trim() || 'file';
  const encoded = encodeURIComponent(fileName).replace(
    /['()*]/gu,
    (sign) => `%${sign.charCodeAt(0).toString(16).toUpperCase()}`,
  );
  return `attachment; filename="${plain}"; filename*=UTF-8''${encoded}`;
}
