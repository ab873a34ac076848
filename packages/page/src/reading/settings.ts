import * as z from 'zod/mini';
import { linkIdOf } from '../linkId.ts';
import { recall, remember } from '../storage.ts';

/** What a pupil has set on this device. It belongs to the pupil's link: several may share a tablet. */
const settingsSchema = z.object({
  /** Size of the letters as a share of the look's. */
  letters: z.number().check(z.minimum(0.5), z.maximum(4)),
  colours: z.enum(['made', 'light', 'dark', 'cream', 'mist', 'rose']),
  /** Lines that the reading window leaves clear; 0 without one. */
  clearLines: z.int().check(z.minimum(0), z.maximum(3)),
  /** Speed as a share of the pace that the reading was made for. */
  rate: z.number().check(z.minimum(0.5), z.maximum(2)),
  switches: z.enum(['none', 'one', 'two']),
  /** Seconds for which a button is lit before the next. */
  scanSeconds: z.number().check(z.minimum(0.5), z.maximum(10)),
});
export type Settings = z.infer<typeof settingsSchema>;

export const DEFAULT_SETTINGS: Settings = {
  letters: 1,
  colours: 'made',
  clearLines: 0,
  rate: 1,
  switches: 'none',
  scanSeconds: 1.5,
};

export const COLOURS: readonly { readonly id: Settings['colours']; readonly label: string }[] = [
  { id: 'made', label: 'As made for you' },
  { id: 'light', label: 'Light' },
  { id: 'dark', label: 'Dark' },
  { id: 'cream', label: 'Cream' },
  { id: 'mist', label: 'Mist' },
  { id: 'rose', label: 'Rose' },
];

export function recallSettings(accessToken: string): Settings {
  return settingsSchema.safeParse(recall(keyOf(accessToken))).data ?? DEFAULT_SETTINGS;
}

export function rememberSettings(accessToken: string, settings: Settings): void {
  remember(keyOf(accessToken), settings);
}

function keyOf(accessToken: string): string {
  return `settings:${linkIdOf(accessToken)}`;
}
