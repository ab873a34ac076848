import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Parts of the paths of test files that take long, the longest first. */
const LONG = [
  'e2e/processes/workers',
  'cli/src/run',
  'e2e/pupilPage',
  'e2e/record',
  'e2e/accessibility',
  'e2e/photo',
  'e2e/ways',
  'readers/src/photo/photo',
  'readers/src/hostile',
  'e2e/conflict',
  'e2e/proof',
  'e2e/make',
  'readers/src/readerPool',
  'e2e/modelVoice',
  'server/src/recordings/recordings',
  'voices/src/espeak/espeakEngine',
  'voices/src/festival/festivalEngine',
  'server/src/pupils/settings',
  'server/src/exports/exports',
  'server/src/testing/hostile',
  'formats/src/readBack',
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
