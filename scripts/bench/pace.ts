import {
  blocksFromMarkdown,
  blocksFromPlainText,
  DEFAULT_PAUSES,
  planHandout,
  speedForPace,
  type Block,
} from '@aurelfield/core';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { espeakPitch, espeakSpeed } from '../../packages/voices/src/espeak/settings.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';

const PACES = [90, 120, 150, 200];
/** A text unlike a handout, with long words; Debian ships it. */
const LICENCE = '/usr/share/common-licenses/GPL-3';

/** Prints by how much a text of about a thousand words misses the pace asked for, for English voices. No voice was calibrated on these texts. */
export async function printPaceErrors(root: string): Promise<void> {
  const speaker = new Speaker(await loadEspeak());
  for (const [name, blocks] of Object.entries(texts(root))) {
    console.log(`\nPace asked for → error, ${name}\n`);
    for (const { id, identifier } of ESPEAK_VOICES.filter(
      ({ language, id: voice }) => language.startsWith('en') && /-(?:lower-1|higher-2)$/u.test(voice),
    )) {
      const errors = PACES.map(
        (pace) => `${pace}: ${signed(errorAt(speaker, id, identifier, blocks, pace))}`,
      );
      console.log(`${id.padEnd(40)} ${errors.join('   ')}`);
    }
  }
}

function errorAt(
  speaker: Speaker,
  id: string,
  identifier: string,
  blocks: readonly Block[],
  pace: number,
): number {
  const speed = speedForPace(blocks, 'en-GB', { pace, pauses: DEFAULT_PAUSES });
  let [seconds, words] = [0, 0];
  for (const { plan, pauseAfter } of planHandout(
    blocks,
    'en-GB',
    { id, engineVersion: '' },
    { speed, pitch: 0, loudness: 'usual', pauses: DEFAULT_PAUSES },
  )) {
    seconds +=
      speaker.speak({ identifier, ...espeakSpeed(identifier, speed), pitch: espeakPitch(0), gain: 0, plan })
        .duration + pauseAfter;
    words += plan.words.length;
  }
  return (words * 60) / seconds / pace - 1;
}

function texts(root: string): Record<string, Block[]> {
  const demo = ['lamplighters', 'tide-table'].map((file) =>
    readFileSync(path.join(root, `packages/server/demo/handouts/${file}.md`), 'utf8'),
  );
  const found: Record<string, Block[]> = { 'two handouts': blocksFromMarkdown(demo.join('\n\n')) };
  if (existsSync(LICENCE))
    found['a licence (long words)'] = blocksFromPlainText(readFileSync(LICENCE, 'utf8').slice(3000, 9500));
  return found;
}

function signed(error: number): string {
  return `${error >= 0 ? '+' : '−'}${Math.abs(error * 100).toFixed(1)} %`.padStart(7);
}
