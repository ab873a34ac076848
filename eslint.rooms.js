/**
 * The rooms of the house and what may be carried into each: which other rooms it may use, and where it runs.
 * @type {Record<string, { may: string[], runs: 'anywhere' | 'node' | 'browser' }>}
 */
const ROOMS = {
  core: { may: [], runs: 'anywhere' },
  api: { may: ['core'], runs: 'anywhere' },
  voices: { may: ['core'], runs: 'node' },
  readers: { may: ['core'], runs: 'node' },
  formats: { may: ['core'], runs: 'node' },
  server: { may: ['api', 'core', 'formats', 'readers', 'voices'], runs: 'node' },
  player: { may: ['api', 'core'], runs: 'browser' },
  web: { may: ['api', 'core', 'player'], runs: 'browser' },
  page: { may: ['api', 'core', 'player'], runs: 'browser' },
  cli: { may: ['core', 'formats', 'readers', 'voices'], runs: 'node' },
};

/** Libraries that belong to one room. */
const INTERFACE =
  '^(react|react-dom|react-router|react-aria|react-aria-components|styled-components|lucide-react|chart\\.js|idb-keyval|@tanstack/.*|@tiptap/.*)(/|$)';
const HOUSEKEEPING = '^(express|express-.*|drizzle-orm|pg|pg-boss|pino|pino-http|@aws-sdk/.*)(/|$)';

/** ESLint's configurations that keep the rooms apart. */
export const rooms = Object.entries(ROOMS).map(([room, { may, runs }]) => {
  const others = Object.keys(ROOMS).filter((other) => other !== room);
  const barred = others.filter((other) => !may.includes(other));
  const pattern = (regex, message) => ({ regex, message });
  return {
    files: [`packages/${room}/src/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            pattern(
              `^@aurelfield/(${barred.join('|')})(/|$)`,
              `${room} may use only: ${may.join(', ') || 'itself'}.`,
            ),
            pattern(
              `^\\.\\./(.*/)?(${others.join('|')})/src/`,
              'Another room is entered by its name, @aurelfield/…',
            ),
            ...(runs === 'node' ? [] : [pattern('^node:', `${room} runs in browsers too.`)]),
            ...(room === 'web' || room === 'page'
              ? []
              : [pattern(INTERFACE, 'The interface lives in web and page.')]),
            ...(room === 'server' ? [] : [pattern(HOUSEKEEPING, 'Serving and storing live in server.')]),
          ],
        },
      ],
    },
  };
});
