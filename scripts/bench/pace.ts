import { breakPause, DEFAULT_PAUSES, pauseAfter, planAtPace } from '@aurelfield/core/speech';
import { blocksFromMarkdown, blocksFromPlainText, type Block } from '@aurelfield/core/text';
import { scheduleSentence } from '@aurelfield/core/timeline';
import { EspeakEngine, factsOfClip, FestivalEngine, type SpeechEngine } from '@aurelfield/voices';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';

const PACES = [90, 120, 150, 200];
/** A text unlike a handout, with long words; Debian ships it. */
const LICENCE = '/usr/share/common-licenses/GPL-3';

/**
 * Prints by how much a text of about a thousand words misses the pace asked for, for English voices. No voice
 * was calibrated on these texts.
 */
export async function printPaceErrors(root: string): Promise<void> {
  const engines: SpeechEngine[] = [new EspeakEngine(), new FestivalEngine()];
  for (const engine of engines) await engine.start();
  for (const [name, blocks] of Object.entries(texts(root))) {
    console.log(`\nPace asked for → error, ${name}\n`);
    for (const engine of engines) {
      for (const { id, language } of engine.voices) {
        if (!language.startsWith('en') || !/-(?:lower-1|higher-2|lower|higher)$/u.test(id)) continue;
        const errors: string[] = [];
        for (const pace of PACES) errors.push(`${pace}: ${signed(await errorAt(engine, id, blocks, pace))}`);
        console.log(`${id.padEnd(40)} ${errors.join('   ')}`);
      }
    }
  }
  for (const engine of engines) await engine.stop();
}

async function errorAt(
  engine: SpeechEngine,
  id: string,
  blocks: readonly Block[],
  pace: number,
): Promise<number> {
  const voice = { id, engineVersion: engine.versionOf(id) };
  const sampleRate = engine.voices.find((known) => known.id === id)?.sampleRate ?? 22_050;
  const sentences = [...planAtPace(blocks, 'en-GB', voice, { pace, pitch: 0, sampleRate })];
  const clips = await Promise.all(sentences.map(({ plan }) => engine.speak(plan, { timeout: 600_000 })));
  const samples = sentences.reduce((sum, { words, plan, breaks, place }, i) => {
    const clip = clips[i];
    if (!clip) return sum;
    const scheduled = scheduleSentence(
      {
        words,
        breaks: plan.breaks,
        pauses: breaks.map((kind) => breakPause(kind, DEFAULT_PAUSES)),
        pauseAfter: pauseAfter(place, DEFAULT_PAUSES),
      },
      '',
      factsOfClip(clip),
      { sampleRate, gain: 0 },
    );
    return sum + scheduled.samples + scheduled.pauseAfter;
  }, 0);
  const words = sentences.reduce((sum, { plan }) => sum + plan.words.length, 0);
  return (words * 60 * sampleRate) / samples / pace - 1;
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
