import { createHash } from 'node:crypto';
import { mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { deserialize, serialize } from 'node:v8';
import { threadId } from 'node:worker_threads';
import { loadEspeak } from '../espeak/module.ts';
import { serveRequests } from '../espeak/serveRequests.ts';
import { Speaker } from '../espeak/speaker.ts';

/**
 * The thread of the formant voices as tests start it. What it has once said is kept in a folder for the next
 * test that asks for the same: the demo's handouts are spoken in twenty test files, and speaking is most of
 * their work. The folder is named after the code of this thread, so a change to the engine or to our timing
 * of it starts an empty one.
 */
const script = fileURLToPath(import.meta.url);
const folder = path.join(
  path.dirname(script),
  'clips',
  createHash('sha256').update(readFileSync(script)).digest('hex').slice(0, 16),
);
mkdirSync(folder, { recursive: true });

async function kept<Response>(request: object, answer: () => Promise<Response>): Promise<Response> {
  const file = path.join(folder, createHash('sha256').update(JSON.stringify(request)).digest('hex'));
  const found = contentOf(file);
  if (found) return deserialize(found) as Response;
  const response = await answer();
  // Another process may be reading it: it appears as a whole.
  const draft = `${file}.${process.pid}.${threadId}`;
  writeFileSync(draft, serialize(response));
  renameSync(draft, file);
  return response;
}

function contentOf(file: string): Buffer | undefined {
  try {
    return readFileSync(file);
  } catch {
    return undefined;
  }
}

await serveRequests((isCancelled) => {
  let speaker: Promise<Speaker> | undefined;
  // Most threads find all they are asked for: they need no engine.
  const engine = () => (speaker ??= loadEspeak().then((espeak) => new Speaker(espeak, isCancelled)));
  return {
    speak: async (request) => {
      const clip = await kept(request, async () => (await engine()).speak(request));
      // The answer is handed over with its memory, which must not be that of the whole file.
      return { ...clip, pcm: clip.pcm.slice() };
    },
    pronounce: (request) => kept(request, async () => (await engine()).pronounce(request)),
  };
});
