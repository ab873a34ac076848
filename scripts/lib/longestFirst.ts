import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** Parts of the paths of test files that take long, the longest first. */
const LONG = [
  'e2e/ways',
  'e2e/pupilPage',
  'e2e/accessibility',
  'e2e/proof',
  'features/recordings/',
  'e2e/make',
  'e2e/record',
  'e2e/photo',
  'e2e/processes/workers',
  'e2e/conflict',
  'features/webPageReadings/',
  'cli/src/run',
  'features/classSets/',
  'festival/festivalEngine',
  'features/pupils/settings',
  'readers/src/photo/photo',
  'features/assignments/',
  'readBack/books',
  'snapshot/readingSnapshot',
  'readBack/sound',
  'features/exports/',
  'readers/src/readerPool',
  'readers/src/hostile',
  'align/speech/alignWords',
  'features/imports/photos',
  'features/readings/readings',
  'server/src/testing/',
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
