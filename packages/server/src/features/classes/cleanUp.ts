import type { CleanUp } from '../../feature.ts';
import { DAY_MS } from '../../maintenance/retention.ts';
import { ClassRepository } from './classRepository.ts';

export const cleanUps: readonly CleanUp[] = [
  {
    name: 'classes and subjects that nothing names',
    run: ({ db }) => new ClassRepository(db).deleteUnused(new Date(Date.now() - DAY_MS)),
  },
];
