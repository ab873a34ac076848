import { runFlite } from '../../packages/voices/src/flite/fliteProgram.ts';

/** Samples a second of what is built, and a voice of Debian's flite that the pieces are taken from. */
export const RATE = 16_000;
const VOICE = 'rms';
const PAUSE = 'pau';
const TIMEOUT = 60_000;

/** Words in which every sound of English is said. Made up by us. */
const CARRIERS =
  'beet bit bait bet bat father caught boat foot boot cut bird about bite bout boy pit tip kit dig gag fan van thin then sip zip ship measure chip judge hat mill nil sing lip rip yet wet button little'.split(
    ' ',
  );

/** A sound of speech: its name as the program has it, and what it sounds like. */
export interface Sound {
  readonly name: string;
  readonly pcm: Int16Array;
}

/** The phones of a word said alone. */
export async function phonesOf(word: string): Promise<string[]> {
  const { phones } = await said(`${word}.`, true);
  return phones.map(({ name }) => name).filter((name) => name !== PAUSE);
}

/** Every sound that the carriers have, as it is said neither longest nor shortest. */
export async function englishSounds(): Promise<Sound[]> {
  const heard = new Map<string, Int16Array[]>();
  for (const word of CARRIERS) {
    const { pcm, phones } = await said(`${word}.`, false);
    phones.forEach(({ name, end }, i) => {
      if (name === PAUSE) return;
      const piece = pcm.slice(sample(phones[i - 1]?.end ?? 0), sample(end));
      heard.set(name, [...(heard.get(name) ?? []), piece]);
    });
  }
  return [...heard]
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, pieces]) => ({ name, pcm: middle(pieces) }));
}

function middle(pieces: readonly Int16Array[]): Int16Array {
  const sorted = [...pieces].sort((a, b) => a.length - b.length);
  return sorted[Math.floor((sorted.length - 1) / 2)] ?? new Int16Array(0);
}

const said = (text: string, isSilent: boolean) =>
  runFlite('flite', { voice: VOICE, text, stretch: 1, sounds: [], isSilent }, { timeout: TIMEOUT });

const sample = (ms: number) => Math.round((ms * RATE) / 1000);
