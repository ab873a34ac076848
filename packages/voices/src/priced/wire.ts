import { z } from 'zod';

/** What a priced voice service and its client say to each other, in JSON over HTTP. */
export const accountSchema = z.object({
  service: z.string(),
  /** Whether it only plays a priced service: nothing is charged to anybody. */
  simulated: z.boolean(),
  price: z.object({ perMillion: z.number(), currency: z.string(), freePerMonth: z.number() }),
  /** Characters a month after which it refuses. */
  quota: z.number(),
  used: z.number(),
  /** Changes when its voices come to sound otherwise. */
  version: z.string().max(60),
  voices: z.array(
    z.object({
      id: z.string(),
      label: z.string(),
      language: z.string(),
      region: z.string(),
      timbre: z.enum(['lower', 'higher']),
      sampleRate: z.number(),
    }),
  ),
});
export type Account = z.infer<typeof accountSchema>;

export const speechRequestSchema = z.object({
  voice: z.string().max(100),
  words: z.array(z.string().max(200)).min(1).max(2000),
  /** Sounds in IPA of single words. */
  sounds: z.array(z.object({ word: z.number().int(), ipa: z.string().max(200) })),
  /** Indices of the words that can be split from the next by a pause. */
  breaks: z.array(z.number().int().min(0)),
  end: z.enum(['statement', 'question', 'exclamation']),
  language: z.string(),
  /** Standard words per minute without pauses. */
  speed: z.number(),
  pitch: z.number(),
  /** Names the request: asked again by the same name it is answered again and not charged again. */
  requestId: z.string().max(200).optional(),
});
export type SpeechRequest = z.infer<typeof speechRequestSchema>;

export const speechAnswerSchema = z.object({
  /** Mono 16-bit samples, little-endian, in base64. */
  pcm: z.base64(),
  sampleRate: z.number(),
  /** Onset and end of every word in seconds. */
  words: z.array(z.tuple([z.number(), z.number()])),
  /** Samples at which a pause can be inserted, one for each break. */
  cuts: z.array(z.number().int().min(0)),
  /** What the sentence costs; charged once by a request's name. */
  characters: z.number().int(),
});

export const apiErrorSchema = z.object({ code: z.string(), message: z.string() });
