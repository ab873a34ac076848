import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { ESPEAK_VOICES } from '../../packages/voices/src/espeak/voices.ts';

/**
 * A process that does nothing but speak the same sentence again and again; tells how many milliseconds it
 * took.
 */
const TIMES = 150;
const engine = await loadEspeak();
engine.set_voice(ESPEAK_VOICES[0]?.identifier ?? '');
const speak = () => engine.synthesize('the old weir leads the river on past the mill.', () => false);
for (let i = 0; i < 20; i++) speak();
const start = performance.now();
for (let i = 0; i < TIMES; i++) speak();
process.send?.(performance.now() - start);
process.disconnect();
