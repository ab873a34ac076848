import type cvModule from '@techstark/opencv-js';
import { createRequire } from 'node:module';

/**
 * Required, not imported: loaders that await an imported module would await the library itself, which is a
 * thenable that never settles.
 */
const cv = createRequire(import.meta.url)('@techstark/opencv-js') as typeof cvModule;

/** Constants of the library, which its types leave open. */
type Constant =
  | 'ADAPTIVE_THRESH_MEAN_C' | 'CHAIN_APPROX_NONE' | 'COLOR_RGB2GRAY' | 'COLOR_RGB2HSV' | 'CV_8U' | 'CV_8UC3' | 'FILLED' | 'MORPH_CLOSE' | 'MORPH_OPEN' | 'RETR_EXTERNAL' | 'THRESH_BINARY' | 'THRESH_BINARY_INV'
  | 'THRESH_OTSU'; // prettier-ignore

export const constants = cv as unknown as Readonly<Record<Constant, number>>;

let ready: Promise<void> | undefined;

/**
 * Runs some work with OpenCV and frees every matrix that was made on the way. The library is a thenable that
 * never settles: it must not be returned from an async function, so it is handed in.
 */
export async function withOpenCv<T>(
  run: (library: typeof cv, keep: <M extends { delete(): void }>(matrix: M) => M) => T,
): Promise<T> {
  ready ??= new Promise((resolve) => {
    // It may have been got ready while other modules were loaded.
    if (typeof (cv as { Mat?: unknown }).Mat === 'function') resolve();
    else cv.onRuntimeInitialized = () => resolve();
  });
  await ready;
  const made: { delete(): void }[] = [];
  try {
    return run(cv, (matrix) => {
      made.push(matrix);
      return matrix;
    });
  } finally {
    for (const matrix of made) matrix.delete();
  }
}
