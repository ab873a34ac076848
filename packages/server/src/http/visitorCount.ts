import { MemoryStore } from 'express-rate-limit';

/** Counts what visitors do, by their address, in a window of milliseconds; for counts that depend on how a request ends. Of this process alone. */
export function visitorCount(windowMs: number): Pick<MemoryStore, 'get' | 'increment'> {
  const store = new MemoryStore();
  // The store wants all options of a limiter; of them it uses the window alone.
  store.init({ windowMs } as Parameters<MemoryStore['init']>[0]);
  return store;
}
