import { useSession } from './sessionQueries.ts';

/**
 * The origin that links, cards, codes and boards carry: the one that was set, otherwise the one that this
 * page was opened by.
 */
export function usePublicAddress(): string {
  return useSession().data?.publicAddress ?? window.location.origin;
}

/** Whether an address leads to nothing but the device that opens it. */
export function isLoopback(origin: string): boolean {
  const { hostname } = new URL(origin);
  return hostname === 'localhost' || hostname === '[::1]' || hostname.startsWith('127.') || hostname.endsWith('.localhost'); // prettier-ignore
}
