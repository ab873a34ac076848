import type { Feature } from '../../feature.ts';
import type { Platform } from '../../platform.ts';
import { cleanUps } from './cleanUp.ts';
import { TextRepository } from './textRepository.ts';
import { TextRevisionService } from './textRevisionService.ts';

/** The texts of handouts and their revisions. */
export function textsFeature({ database, threads }: Pick<Platform, 'database' | 'threads'>) {
  const texts = new TextRepository(database.db);
  const textRevisions = new TextRevisionService(database, texts, threads);
  const feature: Feature = { cleanUps };
  return { texts, textRevisions, feature };
}
