import { ESLint } from 'eslint';
import tseslint from 'typescript-eslint';
import { beforeAll, expect, test } from 'vitest';

let eslint: ESLint;
beforeAll(() => {
  // Imports are judged by their names: what needs types is left out, which takes half a minute to begin.
  eslint = new ESLint({
    overrideConfig: { ...tseslint.configs.disableTypeChecked, files: ['**/*.{ts,tsx}'] },
  });
});

const FILES: Readonly<Record<string, string>> = { web: 'main.tsx', server: 'main.ts', cli: 'main.ts' };

/** Which of some imports the rule refuses in a file of a package. */
async function refused(name: string, wanted: readonly string[]): Promise<string[]> {
  const lines = wanted.map((name, i) => `import * as thing${i} from '${name}';`);
  const [result] = await eslint.lintText(`${lines.join('\n')}\n`, {
    filePath: `packages/${name}/src/${FILES[name] ?? 'index.ts'}`,
  });
  const messages = result?.messages ?? [];
  const fatal = messages.find((message) => message.fatal);
  if (fatal) throw new Error(fatal.message);
  return messages.flatMap(({ ruleId, line }) =>
    ruleId === 'no-restricted-imports' ? [wanted[line - 1] ?? ''] : [],
  );
}

const FORBIDDEN: readonly (readonly [name: string, wanted: readonly string[]])[] = [
  ['core', ['@aurelfield/api', '@aurelfield/voices', '@aurelfield/server', '@aurelfield/web', '@aurelfield/readers', '../../server/src/main.ts', 'node:fs', 'react', 'styled-components', 'express', 'drizzle-orm/pg-core']],
  ['api', ['@aurelfield/server', '@aurelfield/web', '@aurelfield/voices', 'node:path', 'react', 'pg']],
  ['voices', ['@aurelfield/api', '@aurelfield/server', '@aurelfield/web', '@aurelfield/readers', 'react', 'express', '../../server/src/main.ts']],
  ['readers', ['@aurelfield/api', '@aurelfield/server', '@aurelfield/voices', '@aurelfield/web', 'react-dom', 'pg-boss']],
  ['server', ['@aurelfield/web', '@aurelfield/cli', 'react', '@tanstack/react-query', '../../../web/src/App.tsx']],
  ['web', ['@aurelfield/server', '@aurelfield/voices', '@aurelfield/readers', 'node:fs', 'express', 'drizzle-orm', '@aws-sdk/client-s3']],
  ['cli', ['@aurelfield/server', '@aurelfield/web', '@aurelfield/api', 'react', 'express']],
]; // prettier-ignore

const ALLOWED: Readonly<Record<string, readonly string[]>> = {
  core: ['./text/text.ts', 'papaparse'],
  api: ['@aurelfield/core/text', 'zod'],
  voices: ['@aurelfield/core/text', 'node:fs', '../pool/runnerPool.ts'],
  readers: ['@aurelfield/core/text', 'node:fs'],
  server: ['@aurelfield/api', '@aurelfield/core/text', '@aurelfield/voices', '@aurelfield/readers', 'express', 'node:fs', '../readings/routes.ts'],
  web: ['@aurelfield/api', '@aurelfield/core/text', 'react', '../player/usePlayer.ts'],
  cli: ['@aurelfield/core/text', '@aurelfield/voices', '@aurelfield/readers', 'node:fs'],
}; // prettier-ignore

test.each(FORBIDDEN)('%s refuses what belongs to other packages, and nothing else', async (name, wanted) => {
  const allowed = ALLOWED[name] ?? [];
  expect(allowed.length).toBeGreaterThan(1);
  expect(await refused(name, [...allowed, ...wanted])).toEqual(wanted);
});
