import type { AccentTrait } from '@aurelfield/core/pronunciation';
import type { Voice } from '../engine.ts';
import { ESPEAK_SAMPLE_RATE } from './module.ts';

/** A voice and the engine's own name for it. */
export interface EspeakVoice extends Voice {
  /** e.g. "gmw/en-GB-scotland+f2". */
  readonly identifier: string;
}

interface Accent {
  readonly slug: string;
  readonly identifier: string;
  readonly language: string;
  readonly name: string;
  readonly region: string;
  readonly traits?: readonly AccentTrait[];
}

const ACCENTS: readonly Accent[] = [
  { slug: 'en-gb', identifier: 'gmw/en', language: 'en-GB', name: 'English', region: 'Great Britain' },
  {
    slug: 'en-gb-south',
    identifier: 'gmw/en-GB-x-rp',
    language: 'en-GB',
    name: 'English',
    region: 'Southern England',
  },
  {
    slug: 'en-gb-scotland',
    identifier: 'gmw/en-GB-scotland',
    language: 'en-GB',
    name: 'English',
    region: 'Scotland',
  },
  {
    slug: 'en-gb-lancaster',
    identifier: 'gmw/en-GB-x-gbclan',
    language: 'en-GB',
    name: 'English',
    region: 'Lancaster',
    traits: ['in for ing', 'g after ng'],
  },
  {
    slug: 'en-gb-midlands',
    identifier: 'gmw/en-GB-x-gbcwmd',
    language: 'en-GB',
    name: 'English',
    region: 'West Midlands',
    traits: ['drops h', 'g after ng'],
  },
  { slug: 'en-us', identifier: 'gmw/en-US', language: 'en-US', name: 'English', region: 'North America' },
  {
    slug: 'en-caribbean',
    identifier: 'gmw/en-029',
    language: 'en-029',
    name: 'English',
    region: 'Caribbean',
    traits: ['in for ing', 'd for th'],
  },
  { slug: 'cy', identifier: 'cel/cy', language: 'cy', name: 'Welsh', region: 'Wales' },
  { slug: 'fr', identifier: 'roa/fr', language: 'fr-FR', name: 'French', region: 'France' },
  { slug: 'de', identifier: 'gmw/de', language: 'de-DE', name: 'German', region: 'Germany' },
  { slug: 'es', identifier: 'roa/es', language: 'es-ES', name: 'Spanish', region: 'Spain' },
  {
    slug: 'es-latin-america',
    identifier: 'roa/es-419',
    language: 'es-419',
    name: 'Spanish',
    region: 'Latin America',
  },
  { slug: 'pl', identifier: 'zlw/pl', language: 'pl-PL', name: 'Polish', region: 'Poland' },
  { slug: 'it', identifier: 'roa/it', language: 'it-IT', name: 'Italian', region: 'Italy' },
  { slug: 'pt', identifier: 'roa/pt', language: 'pt-PT', name: 'Portuguese', region: 'Portugal' },
  { slug: 'nl', identifier: 'gmw/nl', language: 'nl-NL', name: 'Dutch', region: 'Netherlands' },
];

const TIMBRES = [
  { slug: 'lower-1', timbre: 'lower', variant: 'm3', label: 'lower' },
  { slug: 'lower-2', timbre: 'lower', variant: 'm7', label: 'lower, softer' },
  { slug: 'higher-1', timbre: 'higher', variant: 'f2', label: 'higher' },
  { slug: 'higher-2', timbre: 'higher', variant: 'f5', label: 'higher, brighter' },
] as const;

/** The engine's name of a voice's accent, whatever its timbre. */
export const accentOf = (identifier: string): string => identifier.replace(/\+.*$/u, '');

/** Every accent in every timbre. */
export const ESPEAK_VOICES: readonly EspeakVoice[] = ACCENTS.flatMap((accent) =>
  TIMBRES.map((timbre) => ({
    id: `espeak-${accent.slug}-${timbre.slug}`,
    label: `${accent.name} (${accent.region}), ${timbre.label}`,
    language: accent.language,
    region: accent.region,
    ...(accent.traits ? { traits: accent.traits } : {}),
    timbre: timbre.timbre,
    engine: 'espeak',
    sampleRate: ESPEAK_SAMPLE_RATE,
    timings: 'exact' as const,
    identifier: `${accent.identifier}+${timbre.variant}`,
  })),
);
