import { afterAll } from 'vitest';
import { builtinEnvironments } from 'vitest/runtime';

declare global {
  /** The document that all test files of a worker share. */
  var aurelfieldDocument: Promise<unknown> | undefined;
}

// Vitest's own environment gives each file another document, which Testing Library takes no notice of once it
// has seen one; then nothing that a file imports could be kept for the next one.
globalThis.aurelfieldDocument ??= Promise.resolve(builtinEnvironments.jsdom.setup(globalThis, {}));
await globalThis.aurelfieldDocument;

afterAll(() => {
  document.body.replaceChildren();
  document.head.replaceChildren();
  localStorage.clear();
});
