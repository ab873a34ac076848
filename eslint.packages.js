/**
 * The packages: which others each may import, and where it runs.
 * @type {Record<string, { may: string[], runs: 'anywhere' | 'node' | 'browser' }>}
 */
const PACKAGES = {
  core: { may: [], runs: 'anywhere' },
  api: { may: ['core'], runs: 'anywhere' },
  pool: { may: [], runs: 'node' },
  voices: { may: ['core', 'pool'], runs: 'node' },
  readers: { may: ['core'], runs: 'node' },
  formats: { may: ['core'], runs: 'node' },
  server: { may: ['api', 'core', 'formats', 'pool', 'readers', 'voices'], runs: 'node' },
  player: { may: ['api', 'core'], runs: 'browser' },
  web: { may: ['api', 'core', 'player'], runs: 'browser' },
  page: { may: ['api', 'core', 'player'], runs: 'browser' },
  cli: { may: ['core', 'formats', 'readers', 'voices'], runs: 'node' },
};

/** Libraries that belong to one package. */
const INTERFACE =
  '^(react|react-dom|react-router|react-aria|react-aria-components|styled-components|lucide-react|chart\\.js|idb-keyval|@tanstack/.*|@tiptap/.*)(/|$)';
const HOUSEKEEPING = '^(express|express-.*|drizzle-orm|pg|pg-boss|pino|pino-http|@aws-sdk/.*)(/|$)';

/** ESLint's configurations that keep the packages apart. */
export const packageRules = Object.entries(PACKAGES).map(([name, { may, runs }]) => {
  const others = Object.keys(PACKAGES).filter((other) => other !== name);
  const barred = others.filter((other) => !may.includes(other));
  const pattern = (regex, message) => ({ regex, message });
  return {
    files: [`packages/${name}/src/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            pattern(
              `^@aurelfield/(${barred.join('|')})(/|$)`,
              `${name} may use only: ${may.join(', ') || 'itself'}.`,
            ),
            pattern(
              `^\\.\\./(.*/)?(${others.join('|')})/src/`,
              'Import another package by its name, @aurelfield/…',
            ),
            ...(runs === 'node' ? [] : [pattern('^node:', `${name} runs in browsers too.`)]),
            ...(name === 'web' || name === 'page'
              ? []
              : [pattern(INTERFACE, 'The interface lives in web and page.')]),
            ...(name === 'server' ? [] : [pattern(HOUSEKEEPING, 'Serving and storing live in server.')]),
          ],
        },
      ],
    },
  };
});
