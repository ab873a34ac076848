import { xml } from '@aurelfield/formats';

/** What somebody sees who wants to hear a page that is not ready, or cannot be heard. */
export interface WaitingPage {
  readonly title: string;
  readonly message: string;
  /** The page that was asked for, where there is a way back to it. */
  readonly address?: string | undefined;
  /** Whether it goes on by itself as soon as the page is ready. */
  readonly waits: boolean;
}

/** A page that is complete without a script; with one it goes on by itself. */
export function waitingPage({ title, message, address, waits }: WaitingPage): string {
  const back = address === undefined ? '' : `<p><a href="${xml(address)}">Back to the page</a></p>`;
  const going = waits
    ? '<p class="line" aria-hidden="true"></p><noscript><p><a href="">Look again</a></p></noscript>'
    : '';
  const script = waits ? '<script type="module" src="/page/hearing/waiting.js"></script>' : '';
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${xml(title)}</title><link rel="stylesheet" href="/page/hearing/hearing.css"></head><body><main><h1>${xml(title)}</h1><p role="status">${xml(message)}</p>${going}${back}</main>${script}</body></html>`;
}
