import { loadEspeak } from './module.ts';
import { serveRequests } from './serveRequests.ts';
import { Speaker, WARM_UP } from './speaker.ts';

/** The engine's thread: loads it, says one sentence to warm it up, then answers requests one by one. */
await serveRequests(async (isCancelled) => {
  const speaker = new Speaker(await loadEspeak(), isCancelled);
  speaker.speak(WARM_UP);
  return speaker;
});
