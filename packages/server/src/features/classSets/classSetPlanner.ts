import type { ClassSetPlan, ClassSetRequest, Output } from '@aurelfield/api';
import { classSetRequestSchema } from '@aurelfield/api';
import { shapedSentence } from '@aurelfield/core/timeline';
import { formatOf, sectionsOf, type ExportDocument } from '@aurelfield/formats';
import { chargedCharacters, costOf, type Voice, type VoiceRegistry } from '@aurelfield/voices';
import { checkOutput, nameFor, needsNoSound } from '../exports/exportService.ts';
import type { ExportDocumentMaker } from '../exports/exportDocumentMaker.ts';
import type { PupilRepository } from '../pupils/pupilRepository.ts';
import type { ClaimRepository } from '../readings/claimRepository.ts';
import type { ClipRepository } from '../readings/clipRepository.ts';
import type { ReadingOpener } from '../readings/readingOpener.ts';
import type { ReadingPlanner } from '../readings/readingPlanner.ts';
import type { ReadingRow, ReadingRepository } from '../readings/readingRepository.ts';
import type { SpeedMeter } from '../readings/speedMeter.ts';
import { AppError } from '../../appError.ts';
import type { TextRepository } from '../texts/textRepository.ts';

export interface ClassSetPlannerDeps {
  readonly opener: ReadingOpener;
  readonly planner: ReadingPlanner;
  readonly readings: ReadingRepository;
  readonly clips: ClipRepository;
  readonly claims: ClaimRepository;
  readonly texts: TextRepository;
  readonly pupils: PupilRepository;
  readonly exportDocuments: ExportDocumentMaker;
  readonly voices: VoiceRegistry;
  readonly meter: SpeedMeter;
}

type Amount = ClassSetPlan['total'];
/**
 * Seconds of sound that are written into files in one second: MP3 on a machine with two slow processors
 * (measured when this was written).
 */
const WRITTEN_A_SECOND = 120;
const NOTHING: Amount = { sentences: 0, ready: 0, missing: 0, characters: 0, seconds: 0, bytes: 0 };

/**
 * Tells what a class set would take. It plans the readings, which costs a moment and stays useful; it makes
 * nothing.
 */
export class ClassSetPlanner {
  readonly #deps: ClassSetPlannerDeps;

  constructor(deps: ClassSetPlannerDeps) {
    this.#deps = deps;
  }

  /** @throws AppError for a format that there is not, or a pattern of names that is wrong. */
  async plan(schoolId: string, given: ClassSetRequest): Promise<ClassSetPlan> {
    const { pupils, voices, meter } = this.#deps;
    const request = classSetRequestSchema.parse(given);
    /** Missing clips, each once, with its characters and engine: pupils with the same settings share them. */
    const toMake = new Map<string, { readonly characters: number; readonly voice: Voice | undefined }>();
    const plans: ClassSetPlan['pupils'] = [];
    for (const pupilId of request.pupilIds) {
      const { name } = await pupils.get(schoolId, pupilId);
      const output = request.outputs[pupilId] ?? request.output;
      checkOutput(output, request.naming);
      try {
        plans.push(await this.#ofPupil(schoolId, pupilId, name, request, output, toMake));
      } catch (error) {
        if (!(error instanceof AppError)) throw error;
        plans.push({ ...NOTHING, pupilId, name, fileName: '', files: 0, voice: '', error: error.message });
      }
    }
    const byEngine = new Map<string, number>();
    let priced: { readonly voice: Voice; readonly characters: number } | undefined;
    for (const { characters, voice } of toMake.values()) {
      if (!voice) continue;
      byEngine.set(voice.engine, (byEngine.get(voice.engine) ?? 0) + characters);
      if (voice.price) priced = { voice, characters: (priced?.characters ?? 0) + characters };
    }
    let [expectedSeconds, measured] = [0, true];
    for (const [engine, characters] of byEngine) {
      const known = await meter.of(engine);
      expectedSeconds += characters / known.speed;
      measured &&= known.measured;
    }
    // Files whose sound is all there already are mostly there themselves.
    expectedSeconds += plans.reduce((all, { missing, seconds }) => (missing > 0 ? all + seconds / WRITTEN_A_SECOND : all), 0); // prettier-ignore
    const sum = (key: keyof Amount) => plans.reduce((all, pupil) => all + pupil[key], 0);
    return {
      pupils: plans,
      total: {
        sentences: sum('sentences'),
        ready: sum('ready'),
        missing: toMake.size,
        characters: [...toMake.values()].reduce((all, { characters }) => all + characters, 0),
        seconds: sum('seconds'),
        bytes: sum('bytes'),
      },
      expectedSeconds,
      measured,
      cost: priced ? await this.#cost(schoolId, priced, voices) : null,
    };
  }

  async #ofPupil(
    schoolId: string,
    pupilId: string,
    name: string,
    request: ReturnType<typeof classSetRequestSchema.parse>,
    output: Output,
    toMake: Map<string, { readonly characters: number; readonly voice: Voice | undefined }>,
  ): Promise<ClassSetPlan['pupils'][number]> {
    const { opener, planner, exportDocuments, voices } = this.#deps;
    const format = formatOf(output.format);
    const amount = { ...NOTHING };
    let [fileName, voice, files] = ['', '', 0];
    for (const handoutId of request.handoutIds) {
      const reading = await planner.finish(await opener.prepare(schoolId, handoutId, pupilId));
      const isSilent = needsNoSound(format, output, request.joining);
      const own = await this.#amountOf(reading, isSilent ? undefined : toMake);
      const repeats = output.shape.kind === 'repeated' ? output.shape.times * (1 + output.shape.gap) : 1;
      const seconds = own.seconds * repeats;
      amount.sentences += own.sentences;
      amount.ready += own.ready;
      amount.missing += own.missing;
      amount.characters += own.characters;
      amount.seconds += seconds;
      amount.bytes += format.bytes({ seconds, characters: own.written }, output.quality);
      if (request.joining === null) files += output.shape.kind === 'sections' ? own.sections.length : 1;
      const facts = await exportDocuments.factsOf(reading);
      if (fileName === '') {
        const section = output.shape.kind === 'sections' ? `1 ${own.sections[0] ?? ''}` : '';
        const title = request.joining?.title ?? facts.exportDocument.facts.title;
        const named = { ...facts, exportDocument: { facts: { ...facts.exportDocument.facts, title } } };
        fileName = `${nameFor(named, request.naming, section)}.${format.extension}`;
        voice = voices.find(reading.voice)?.label ?? reading.voice;
      }
    }
    if (request.joining !== null) files = 1;
    return { ...amount, pupilId, name, fileName, files, voice, error: null };
  }

  /**
   * What a planned reading takes.
   * @param again collects the missing clips; undefined where no sound is needed.
   */
  async #amountOf(
    reading: ReadingRow,
    toMake: Map<string, { readonly characters: number; readonly voice: Voice | undefined }> | undefined,
  ) {
    const { readings, clips, texts, voices } = this.#deps;
    const [sentences, text] = await Promise.all([
      readings.sentences(reading.id, 0, reading.sentences),
      texts.get(reading.schoolId, reading.textHash),
    ]);
    const made = await clips.find(
      reading.schoolId,
      sentences.map(({ clipKey }) => clipKey),
    );
    const seen = new Set<string>();
    let [missing, characters, samples] = [0, 0, 0];
    for (const sentence of sentences) {
      const { clipKey, plan } = sentence;
      const shaped = shapedSentence(sentence, made.get(clipKey)?.facts, reading.sampleRate);
      samples += shaped.samples + shaped.pauseAfter;
      if (!toMake || made.has(clipKey) || seen.has(clipKey)) continue;
      seen.add(clipKey);
      missing += 1;
      const own = chargedCharacters(plan);
      characters += own;
      if (!toMake.has(clipKey)) toMake.set(clipKey, { characters: own, voice: voices.find(plan.voice) });
    }
    const titled: ExportDocument = {
      facts: { title: '' } as ExportDocument['facts'],
      blocks: text.blocks.map(({ id: _id, ...block }) => block),
      sentences,
      timeline: { sampleRate: reading.sampleRate, samples: 0, pieces: [], sentences: [] },
      render: () => emptyStream(),
    };
    return {
      sentences: sentences.length,
      ready: toMake ? sentences.filter(({ clipKey }) => made.has(clipKey)).length : sentences.length,
      missing,
      characters,
      seconds: samples / reading.sampleRate,
      written: text.blocks.reduce((all, block) => all + block.text.length, 0),
      sections: sectionsOf(titled).map(({ title }) => title),
    };
  }

  async #cost(
    schoolId: string,
    { voice, characters }: { readonly voice: Voice; readonly characters: number },
    voices: VoiceRegistry,
  ): Promise<ClassSetPlan['cost']> {
    const { price } = voices.find(voice.id) ?? voice;
    if (!price) return null;
    const used = await this.#deps.claims.used(schoolId, voice.engine);
    return {
      service: price.service,
      simulated: price.simulated,
      currency: price.currency,
      characters,
      price: costOf(characters, used, price),
      freeLeft: Math.max(0, price.freePerMonth - used),
      freeAfter: Math.max(0, price.freePerMonth - used - characters),
    };
  }
}

async function* emptyStream(): AsyncGenerator<Uint8Array> {}
