/** Characters that XML 1.0 does not allow, and half surrogate pairs. */
const NOT_XML =
  // eslint-disable-next-line no-control-regex -- it is control characters that are looked for
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/** Text as the content of an element or attribute. */
export function xml(text: string): string {
  return text
    .replace(NOT_XML, '')
    .replace(/&/gu, '&amp;')
    .replace(/</gu, '&lt;')
    .replace(/>/gu, '&gt;')
    .replace(/"/gu, '&quot;');
}

/** `dir="rtl"` for languages that are written from right to left, with a space before; nothing for others. */
export function direction(language: string | undefined): string {
  return language !== undefined && isRightToLeft(language) ? ' dir="rtl"' : '';
}

/**
 * Languages written from right to left (ISO 639 codes of those in the CLDR's likely subtags with a
 * right-to-left script, from memory).
 */
const RIGHT_TO_LEFT = new Set([
  'ar',
  'arc',
  'ckb',
  'dv',
  'fa',
  'he',
  'ku',
  'nqo',
  'ps',
  'sd',
  'syr',
  'ug',
  'ur',
  'yi',
]);

export function isRightToLeft(language: string): boolean {
  return RIGHT_TO_LEFT.has(language.toLowerCase().split('-')[0] ?? '');
}
