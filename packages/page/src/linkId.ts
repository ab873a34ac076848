/**
 * The part of a pass that names its link: what the page keeps on a device is kept apart by it, since several
 * pupils may share one.
 */
export function linkIdOf(accessToken: string): string {
  return accessToken.split('.')[0] ?? '';
}
