import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Parts of the paths of test files that take long, the longest first. */
const LONG = [
  'e2e/processes/workers',
  'e2e/accessibility',
  'e2e/photo',
  'e2e/conflict',
  'scripts/sounds/sounds',
  'cli/src/main',
  'e2e/proof',
  'readers/src/photo/photo',
  'server/src/exports/exports',
  'voices/src/espeak/espeakEngine',
  'server/src/intake/photos',
  'server/src/testing/hostile',
];

/** Begins with the files that take long, so that none is left to run alone at the end. */
export class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const found = LONG.findIndex((part) => moduleId.includes(part));
      return found < 0 ? LONG.length : found;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}
