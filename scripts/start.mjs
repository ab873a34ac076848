// @ts-check
import { launch } from './lib/launch.mjs';

/** `npm start` serves and works; `npm run serve` and `npm run worker` do one of the two. */
const ROLES = /** @type {const} */ ({ start: 'all', serve: 'serve', worker: 'work' });
const asked = process.argv[2] ?? 'start';
if (!Object.hasOwn(ROLES, asked)) {
  console.error(`There is no role “${asked}”: start, serve or worker.`);
  process.exit(2);
}
await launch(ROLES[/** @type {keyof typeof ROLES} */ (asked)]);
