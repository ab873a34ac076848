import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import ts from 'typescript';
import { describe, expect, test } from 'vitest';

const ROOT = fileURLToPath(new URL('..', import.meta.url));

/** Names that needed a dictionary, with what `docs/glossary.md` says for them. */
const REPLACED: readonly (readonly [name: RegExp, standard: string])[] = [
  [/hand-out|hand_out|handOut|HandOut|handingOut/u, 'assignment'],
  [/page_events|[pP]ageEvent/u, 'listening event'],
  [/heard_?[pP]age|heard_?[sS]ite|Heard(?:Page|Site)/u, 'web page reading, allowed site'],
  [/\bcompanions?\b|Companion/u, 'translation, parallel text'],
  [/\bopenHouse\b|\bBenchHouse\b|house_facts|houseFacts/u, 'AppContext, installation settings'],
  [/\bRefusal\b/u, 'AppError'],
  [/\b[A-Z]\w*Parts\b(?<!FormulaParts)/u, 'Deps'],
  [/\bJobWorks?\b/u, 'JobHandler'],
  [/AUREL_LANES|\blanes\b/u, 'concurrency'],
  [/\bShelf\b(?!Place|Look)|\bTextKeeper\b/u, 'HandoutRepository, TextRevisionService'],
  [/\b(?:Pupil|Job|Reading|Text|Clip|Board|Record|Recording|Source|Version)Store\b/u, 'Repository'],
  [/\b(?:Source|Photo)Tray\b|\bExaminer\b|\bIntake\w*/u, 'staging, ImportPreview'],
  [/\bAffects\w*/u, 'impact'],
  [/setTimeout as rest\b/u, 'delay'],
  [/Edition|\beditions?\b/u, 'export document'],
  [/Frozen|FROZEN|\bfrozen[A-Z]/u, 'snapshot'],
  [/\bticket(?:Of\b|s?[,:)}.\]])/u, 'upload id'],
  [/[pP]upilDoor/u, 'ShareAccess'],
  [/[sS]tandIns?\b|STAND_INS/u, 'simulated service'],
  [/<(?:Sheet|Choice|Tick)\b/u, 'Card, SelectField, CheckboxField'],
  [/\b\w*WorkDeps\b|\w+Work\.ts\b/u, 'job'],
  [/\bproblem(?:Schema|Handler)\b/u, 'code, apiErrorSchema, errorHandler'],
];

/** Words that no identifier has as a part, with the standard word for each; `but` names those that mean something else. */
const WORDS: readonly {
  readonly words: string;
  readonly standard: string;
  readonly but?: RegExp;
}[] = [
  { words: 'lit lighting unlit', standard: 'highlight' },
  { words: 'look', standard: 'reading style, check, find', but: /^lookup/u },
  { words: 'usual', standard: 'default, typical' },
  { words: 'told tell tells', standard: 'notify, message, report', but: /^_told$/u },
  // Flite's own setting, and time-stretching of sound.
  {
    words: 'stretch stretches stretched',
    standard: 'segment, span',
    but: /^(?:stretch|stretches|timeStretched)$/u,
  },
  { words: 'cast casts speeches', standard: 'voice assignment, voiced passage, dialogue turn' },
  { words: 'beside', standard: 'adjacent, neighbour, translation' },
  { words: 'parted', standard: 'split' },
  { words: 'spelt', standard: 'spelled' },
  { words: 'lay lays laid', standard: 'schedule, place' },
  { words: 'bare', standard: 'unread, plain', but: /^bare$/u },
  { words: 'resting patiently', standard: 'idle, delay' },
  {
    words: 'seal keeper doorkeeper upkeep sweep tray',
    standard: 'signature, service, maintenance, clean-up, staging',
  },
  { words: 'anew', standard: 'again, renewed, missing' },
  { words: 'refusal', standard: 'error', but: /^refusal$/u },
];

const THIS = 'scripts/names.test.ts';
/** Comments and what teachers read are checked by people. */
const withoutProse = (line: string) => line.replace(/\/\/.*$|^\s*\/?\*.*$/u, '').replace(/>[^<{]*</gu, '><');

const files = execFileSync('git', ['ls-files', 'packages', 'scripts', 'e2e'], { cwd: ROOT, encoding: 'utf8' })
  .trim()
  .split('\n')
  .filter((file) => /\.(?:tsx?|mjs)$/u.test(file) && file !== THIS && !file.endsWith('db/migration.test.ts'));

/** Each line of code with where it is; the name of each file is one too. */
const lines = files.flatMap((file) => [
  { place: file, code: file },
  ...readFileSync(path.join(ROOT, file), 'utf8')
    .split('\n')
    .map((line, i) => ({ place: `${file}:${i + 1}`, code: withoutProse(line) })),
]);

describe('names are the standard ones', () => {
  test.each(REPLACED)('none is like %s, where it is: %s', (name) => {
    const found = lines
      .filter(({ code }) => name.test(code))
      .map(({ place, code }) => `${place} ${code.trim()}`);
    expect(found).toEqual([]);
  });

  test.each(WORDS)('no identifier has a word of: $words; say $standard', ({ words, but }) => {
    const unwanted = new Set(words.split(' '));
    const found = [...identifiers()].filter(
      ([name]) => wordsOf(name).some((word) => unwanted.has(word)) && !but?.test(name),
    );
    expect(found.map(([name, file]) => `${name} in ${file}`)).toEqual([]);
  });
});

/** "litWord" → lit, word. */
function wordsOf(name: string): string[] {
  return name.split(/(?=\p{Lu})|[_#$]/u).map((word) => word.toLowerCase());
}

let known: Map<string, string> | undefined;
/** Every identifier of the code, with one file that has it. */
function identifiers(): ReadonlyMap<string, string> {
  if (known) return known;
  known = new Map();
  for (const file of files) {
    const source = readFileSync(path.join(ROOT, file), 'utf8');
    const tree = ts.createSourceFile(file, source, ts.ScriptTarget.Latest, false);
    const visit = (node: ts.Node): void => {
      if (ts.isIdentifier(node) || ts.isPrivateIdentifier(node)) known?.set(node.text, file);
      ts.forEachChild(node, visit);
    };
    visit(tree);
  }
  return known;
}
