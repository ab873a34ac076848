import type { Response } from 'express';

/** Waits until something is sent. Who closes a download has it stopped; that is no failure. */
export async function sent(sending: Promise<void>, response: Response): Promise<void> {
  try {
    await sending;
  } catch (error) {
    if (!response.destroyed) throw error;
  }
}
