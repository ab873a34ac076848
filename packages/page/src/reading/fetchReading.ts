import { readingSnapshotSchema, type ReadingSnapshot, type OpenedItem } from '@aurelfield/api/pupilPage';
import { keptFile } from '../kept.ts';
import { fileAddress } from '../server.ts';

/** The text and times of an assignment. @throws Refused when it was withdrawn. */
export async function fetchReading(accessToken: string, item: OpenedItem): Promise<ReadingSnapshot> {
  const file = await keptFile(accessToken, item, fileAddress(accessToken, item, 'page.json'));
  return readingSnapshotSchema.parse(JSON.parse(await file.text()));
}
