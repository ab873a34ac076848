import { chargedCharacters, speechRequestSchema, type Account, type VoiceRegistry } from '@aurelfield/voices';
import express from 'express';
import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { z } from 'zod';

/** How the stand-in misbehaves, so that it can be seen what happens then. */
interface Switches {
  /** Milliseconds before every answer. */
  readonly latency: number;
  /** Every n-th request fails for the moment; 0 for none. */
  readonly failEvery: number;
  /** Nothing works. */
  readonly broken: boolean;
  /** Characters a month. */
  readonly quota: number;
}

const switchesSchema = z
  .object({
    latency: z.number().min(0).max(60_000),
    failEvery: z.number().int().min(0),
    broken: z.boolean(),
    quota: z.number().min(0),
  })
  .partial();

/** A running stand-in. */
export interface PricedVoiceService {
  readonly address: string;
  stop(): Promise<void>;
}

const VOICES = [
  { id: 'priced-en-gb-higher', speaks: 'espeak-en-gb-south-higher-1', label: 'English (Southern England), higher', timbre: 'higher' },
  { id: 'priced-en-gb-lower', speaks: 'espeak-en-gb-south-lower-1', label: 'English (Southern England), lower', timbre: 'lower' },
] as const; // prettier-ignore

/** What it asks. Common practice, no source: 4.00 for a million characters, half a million a month free. */
const PRICE = { perMillion: 4, currency: 'GBP', freePerMonth: 500_000 };

/**
 * Stands in for a voice service that is paid by the character: an HTTP server of its own, on loopback, that
 * says it is simulated and charges nobody. Its sound is that of our own engine. `POST /switches` makes it
 * slow, failing or short of quota.
 */
export async function startPricedVoiceService(voices: VoiceRegistry): Promise<PricedVoiceService> {
  const app = express();
  let switches: Switches = { latency: 0, failEvery: 0, broken: false, quota: 2_000_000 };
  let used = 0;
  let requests = 0;
  /**
   * What was charged for a request, by its name: the same request again is answered and not charged again.
   */
  const charged = new Map<string, number>();
  let spoken = 0;
  app.use(express.json({ limit: '1mb' }));

  app.get('/account', (_request, response) => {
    response.json({
      service: 'Stand-in for a priced voice service (simulated, nothing is charged)',
      simulated: true,
      price: PRICE,
      quota: switches.quota,
      used,
      version: '1',
      voices: VOICES.map(({ id, label, timbre, speaks }) => ({
        id,
        label,
        timbre,
        language: 'en-GB',
        region: 'Southern England',
        sampleRate: voices.find(speaks)?.sampleRate ?? 22_050,
      })),
    } satisfies Account);
  });

  /** What it was asked for so far, for those who watch it. */
  app.get('/counts', (_request, response) => {
    response.json({ requests, spoken, used, paid: charged.size });
  });

  app.post('/switches', (request, response) => {
    const change = switchesSchema.parse(request.body);
    switches = {
      ...switches,
      ...Object.fromEntries(Object.entries(change).filter(([, value]) => value !== undefined)),
    };
    response.json(switches);
  });

  app.post('/speech', async (request, response) => {
    requests += 1;
    await new Promise((resolve) => setTimeout(resolve, switches.latency));
    const refuse = (status: number, code: string, message: string) =>
      response.status(status).json({ code, message });
    if (switches.broken) return refuse(500, 'broken', 'The priced voice service is out of order.');
    if (switches.failEvery > 0 && requests % switches.failEvery === 0)
      return refuse(503, 'busy', 'The priced voice service is busy.');
    const parsed = speechRequestSchema.safeParse(request.body);
    const voice = VOICES.find(({ id }) => id === parsed.data?.voice);
    if (!parsed.success || !voice)
      return refuse(400, 'invalid', 'The priced voice service does not understand.');
    const characters = chargedCharacters(parsed.data);
    const { requestId } = parsed.data;
    const isPaid = requestId !== undefined && charged.has(requestId);
    if (!isPaid && used + characters > switches.quota)
      return refuse(
        402,
        'quota',
        `The month’s quota of ${switches.quota.toLocaleString('en-GB')} characters is used up. Choose another voice, or wait for the next month.`,
      );
    const clip = await voices.speak({
      ...parsed.data,
      voice: voice.speaks,
      engineVersion: voices.engineVersion(voice.speaks) ?? '',
      sampleRate: voices.find(voice.speaks)?.sampleRate ?? 22_050,
    });
    spoken += 1;
    if (!isPaid) used += characters;
    if (requestId !== undefined) charged.set(requestId, characters);
    return response.json({
      pcm: Buffer.from(clip.pcm.buffer, clip.pcm.byteOffset, clip.pcm.byteLength).toString('base64'),
      sampleRate: clip.sampleRate,
      words: clip.words.map(({ start, end }) => [start, end]),
      cuts: [...clip.cuts],
      characters,
    });
  });

  const http = await new Promise<Server>((resolve, reject) => {
    const server = app.listen(0, '127.0.0.1', (error?: Error) => (error ? reject(error) : resolve(server)));
  });
  return {
    address: `http://127.0.0.1:${(http.address() as AddressInfo).port}`,
    stop: async () => {
      const closed = new Promise((resolve) => http.close(resolve));
      http.closeAllConnections();
      await closed;
    },
  };
}
