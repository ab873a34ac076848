import type { Doubtful, DoubtfulQueue } from '@aurelfield/api';
import { hasVowel, type DoubtfulWord } from '@aurelfield/core/literacy';
import { ipaToRespelling, stressOnSyllables } from '@aurelfield/core/pronunciation';
import { toBlocks, type Block } from '@aurelfield/core/text';
import type { VoiceRegistry } from '@aurelfield/voices';
import type { HandoutRepository } from '../handouts/handoutRepository.ts';
import { hasDictionary } from '../../words/knowledge.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { AppError } from '../../appError.ts';
import type { TextThreads } from '../../threads/textThreads.ts';
import type { AcceptedRepository } from './acceptedRepository.ts';
import type { PronunciationRepository } from './pronunciationRepository.ts';

const SHOWN_AT_MOST = 100;
const PLACES_AT_MOST = 5;
/**
 * Different words of a handout that the voice is asked about; each takes the slowest engine some four
 * milliseconds.
 */
const ASKED_AT_MOST = 1000;
const ASKED_AT_ONCE = 50;
/** Characters of the sentence around a word that are shown. */
const AROUND = 40;

export interface DoubtfulDeps {
  readonly handoutRepository: HandoutRepository;
  readonly threads: TextThreads;
  readonly pupils: PupilRepository;
  readonly pronunciations: PronunciationRepository;
  readonly accepted: AcceptedRepository;
  readonly voices: VoiceRegistry;
}

/** Finds the words of a handout that a pupil's voice may say wrongly, with how it says them. */
export class DoubtfulService {
  readonly #deps: DoubtfulDeps;

  constructor(deps: DoubtfulDeps) {
    this.#deps = deps;
  }

  /** The most doubtful first. @throws AppError 422 for a language without a dictionary or a voice. */
  async find(
    schoolId: string,
    handoutId: string,
    pupilId: string,
  ): Promise<{ voice: string; words: Doubtful[] }> {
    const { handoutRepository, threads, pupils, pronunciations, accepted, voices } = this.#deps;
    const { handout, text } = await handoutRepository.row(schoolId, handoutId);
    const pupil = await pupils.get(schoolId, pupilId);
    if (!hasDictionary(text.language))
      throw new AppError(
        'no-dictionary',
        'Doubtful words are found in English handouts only: there is no dictionary of this language here.',
      );
    const voice = voices.voiceFor(text.language, pupil.profile.voices);
    if (!voice) throw new AppError('no-voice', 'No voice here speaks this language.');
    const entries = await pronunciations.inForce(schoolId, {
      pupilId,
      classId: handout.classId,
      subjectId: handout.subjectId,
    });
    const blocks = toBlocks(text.blocks);
    const fine = await accepted.all(schoolId);
    const asked = await threads.leftToVoice(blocks, text.language, entries, ASKED_AT_MOST);
    // A few at a time, so that listeners are not kept waiting.
    const heard: (readonly string[])[] = [];
    for (let at = 0; at < asked.length; at += ASKED_AT_ONCE)
      heard.push(...((await voices.pronounce(voice.id, asked.slice(at, at + ASKED_AT_ONCE))) ?? []));
    const phones = Object.fromEntries(asked.flatMap((word, i) => (heard[i] ? [[word, heard[i]]] : [])));
    const found = await threads.findDoubtful(blocks, text.language, entries, fine, SHOWN_AT_MOST, {
      phones,
      traits: voice.traits ?? [],
    });
    const said = await voices.pronounce(
      voice.id,
      found.map(({ written }) => written),
    );
    return { voice: voice.label, words: found.map((word, i) => toView(word, blocks, said?.[i])) };
  }

  /**
   * The same for all handouts on the shelf together, the latest ones if there are many: what stands in most
   * of them first.
   */
  async queue(schoolId: string, pupilId: string): Promise<DoubtfulQueue> {
    const handouts = (await this.#deps.handoutRepository.list(schoolId)).slice(0, HANDOUTS_AT_MOST);
    const words = new Map<string, DoubtfulQueue['words'][number]>();
    const passed: DoubtfulQueue['passed'] = [];
    let voice = '';
    for (const { id, title } of handouts) {
      try {
        const found = await this.find(schoolId, id, pupilId);
        voice = found.voice;
        for (const word of found.words) {
          const known = words.get(word.written.toLowerCase());
          if (known) known.heardIn.push({ id, title });
          else words.set(word.written.toLowerCase(), { ...word, heardIn: [{ id, title }] });
        }
      } catch (error) {
        if (!(error instanceof AppError)) throw error;
        passed.push({ title, why: error.message });
      }
    }
    return { voice, passed, words: [...words.values()].sort((a, b) => b.heardIn.length - a.heardIn.length) };
  }
}

const HANDOUTS_AT_MOST = 60;

function toView(
  word: DoubtfulWord,
  blocks: readonly Block[],
  phones: readonly string[] | undefined,
): Doubtful {
  const ipa = phones && stressOnSyllables(phones.join(''));
  const respelling = ipa && ipaToRespelling(ipa);
  return {
    written: word.written,
    doubts: [...word.doubts],
    places: word.places.slice(0, PLACES_AT_MOST).map(({ block, start, end }) => {
      const text = blocks[block]?.text ?? '';
      return { block, start, end, around: text.slice(Math.max(0, start - AROUND), end + AROUND) };
    }),
    ipa: ipa ?? null,
    // Some accents have vowels for which the respelling has no letters.
    respelling: respelling && /^[a-z-]+$/iu.test(respelling) ? respelling : null,
    syllables: phones ? phones.filter(hasVowel).length : null,
  };
}
