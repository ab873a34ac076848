import { type SpeechPlan } from '@aurelfield/core/speech';
import { baseLanguage } from '@aurelfield/core/text';
import { resampleClip } from './clip/resampleClip.ts';
import { SpeechError, type SpeakOptions, type SpeechEngine, type SpokenClip, type Voice } from './engine.ts';

/** All voices of all engines behind one door. */
export class VoiceRegistry {
  readonly #engines: SpeechEngine[];
  readonly #byVoice = new Map<string, { engine: SpeechEngine; voice: Voice }>();

  constructor(engines: readonly SpeechEngine[]) {
    this.#engines = [...engines];
    for (const engine of engines) this.#register(engine);
  }

  /** Takes in an engine's voices as they are now. */
  #register(engine: SpeechEngine): void {
    for (const voice of engine.voices) this.#byVoice.set(voice.id, { engine, voice });
  }

  /** Every voice, in the engines' own order. */
  get voices(): readonly Voice[] {
    return [...this.#byVoice.values()].map(({ voice }) => voice);
  }

  /**
   * What this machine lacks for some voices, and how to add it: one sentence for each engine that lacks
   * something.
   */
  get missing(): readonly string[] {
    return this.#engines.flatMap(({ missing }) => missing ?? []);
  }

  /**
   * Starts all engines, or the one named. The first engine must start; one of the others that cannot is left
   * out, and its voices with it.
   */
  async start(engineId?: string): Promise<void> {
    const wanted = this.#engines.filter(({ id }) => engineId === undefined || id === engineId);
    await Promise.all(
      wanted.map((engine, i) =>
        engine.start().then(
          () => this.#register(engine),
          (error: unknown) => {
            if (i === 0) throw error;
            for (const { id } of engine.voices) this.#byVoice.delete(id);
          },
        ),
      ),
    );
  }

  /** Adds an engine whose service came up after the others, and starts it. */
  async add(engine: SpeechEngine): Promise<void> {
    await engine.start();
    this.#engines.push(engine);
    this.#register(engine);
  }

  #found(id: string): { readonly engine: SpeechEngine; readonly voice: Voice } | undefined {
    const listed = this.#byVoice.get(id);
    if (listed) return listed;
    for (const engine of this.#engines) {
      const voice = engine.unlisted?.(id);
      if (voice) return { engine, voice };
    }
    return undefined;
  }

  /** Stops all engines. */
  async stop(): Promise<void> {
    await Promise.all(this.#engines.map((engine) => engine.stop()));
  }

  /** The voice with this identifier, listed or not, if there is one. */
  find(id: string): Voice | undefined {
    return this.#found(id)?.voice;
  }

  /** Version of a voice as it is installed here. */
  engineVersion(voiceId: string): string | undefined {
    return this.#found(voiceId)?.engine.versionOf(voiceId);
  }

  /**
   * The voice for a text in `language`: the one chosen for that language, else the best that costs nothing: a
   * natural one before a formant one, then one of the same region and of the same timbre as the pupil's first
   * choice, and a speaker's own accent before one that is laid on; `undefined` when no voice speaks it.
   */
  voiceFor(language: string, chosen: Readonly<Record<string, string>> = {}): Voice | undefined {
    const base = baseLanguage(language);
    const own = this.find(chosen[base] ?? '');
    if (own !== undefined && baseLanguage(own.language) === base) return own;
    const speaking = this.voices.filter(
      (voice) => baseLanguage(voice.language) === base && voice.price === undefined,
    );
    const timbre = Object.values(chosen).map((id) => this.find(id)?.timbre)[0];
    const near = (voice: Voice) =>
      (voice.isNatural === true ? 0 : 2) +
      (voice.language.toLowerCase() === language.toLowerCase() ? 0 : 1) +
      (voice.isAdapted === true ? 0.25 : 0) +
      (voice.timbre === timbre ? 0 : 0.5);
    return [...speaking].sort((a, b) => near(a) - near(b))[0];
  }

  /**
   * A voice for comparing recordings with: one that says everything the same way every time, and at once –
   * the formant engine's – or else any that costs nothing; `undefined` when no voice speaks the language.
   */
  steadyVoiceFor(language: string): Voice | undefined {
    const own = this.voices.filter(
      (voice) => !voice.price && baseLanguage(voice.language) === baseLanguage(language),
    );
    return own.find(({ engine }) => engine === 'espeak') ?? own[0];
  }

  /** How a voice says single words, as phones in IPA; `undefined` where its engine cannot tell. */
  async pronounce(
    voiceId: string,
    words: readonly string[],
    options?: SpeakOptions,
  ): Promise<string[][] | undefined> {
    return this.#found(voiceId)?.engine.pronounce?.(voiceId, words, options);
  }

  /**
   * Speaks a plan with the engine its voice belongs to, at the sample rate that the plan asks for.
   * @throws SpeechError also when the voice installed here is not of the version that the plan was made for:
   * one key must not sound two ways.
   */
  async speak(plan: SpeechPlan, options?: SpeakOptions): Promise<SpokenClip> {
    const found = this.#found(plan.voice);
    if (found === undefined) throw new SpeechError('failed', `There is no voice “${plan.voice}”.`);
    if (plan.engineVersion !== found.engine.versionOf(plan.voice))
      throw new SpeechError(
        'other-version',
        `The voice “${found.voice.label}” has changed since this reading was planned. Open the handout for the pupil again.`,
      );
    return resampleClip(await found.engine.speak(plan, options), plan.sampleRate);
  }
}
