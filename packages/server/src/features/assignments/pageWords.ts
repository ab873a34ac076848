import type { PageWord, WordWay } from '@aurelfield/api';
import type { VoiceRegistry } from '@aurelfield/voices';
import type { WordService } from '../language/wordService.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import { AppError } from '../../appError.ts';
import type { OpenWord } from './openWord.ts';

export interface PageWordDeps {
  readonly words: WordService;
  readonly voices: VoiceRegistry;
  readonly pupils: PupilRepository;
}

/**
 * A word of an assignment for its pupil: syllables, meaning, sound. Only words of the assignment are
 * answered.
 */
export class PageWords {
  readonly #deps: PageWordDeps;

  constructor(deps: PageWordDeps) {
    this.#deps = deps;
  }

  async facts({ schoolId, pupilId, word, language, sentence, start }: OpenWord): Promise<PageWord> {
    const { syllables, meanings } = await this.#deps.words.facts(schoolId, {
      word,
      language,
      pupilId,
      sentence,
      start,
    });
    return { word, syllables: syllables?.parts ?? [], meaning: meanings[0]?.meaning ?? '' };
  }

  /**
   * The word, or its meaning, as a WAV file in the pupil's voice.
   * @throws AppError where the voice costs something, or no meaning is known.
   */
  async hear(asked: OpenWord, way: WordWay): Promise<Buffer> {
    const { words, voices, pupils } = this.#deps;
    const { schoolId, pupilId, word, language } = asked;
    const { profile } = await pupils.get(schoolId, pupilId);
    if (voices.voiceFor(language, profile.voices)?.price)
      throw new AppError('not-found', 'Single words are not spoken in this voice.');
    if (way !== 'meaning') return words.hear(schoolId, { word, language, pupilId, way });
    const { meaning } = await this.facts(asked);
    if (meaning === '') throw new AppError('not-found', 'What this word means is not known here.');
    return words.hear(schoolId, { word: meaning, language, pupilId, way: 'normal' });
  }
}
