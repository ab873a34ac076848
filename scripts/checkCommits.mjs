// @ts-check
import { execFileSync } from 'node:child_process';

/** Looks at the messages of the last commits: `type(scope): what changed` in at most 72 characters. */
const LAST = 10;
const FORM = /^(?:feat|fix|refactor|test|docs|perf|build|chore)(?:\([a-z0-9, -]+\))?: \S/u;

const subjects = execFileSync('git', ['log', `-${LAST}`, '--no-merges', '--format=%s'], { encoding: 'utf8' })
  .trim()
  .split('\n');
const wrong = subjects.filter((subject) => subject.length > 72 || !FORM.test(subject));
for (const subject of wrong) console.error(`Not “type(scope): what changed” in 72 characters: ${subject}`);
process.exitCode = wrong.length === 0 ? 0 : 1;
