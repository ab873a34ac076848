import type { Opened } from '@aurelfield/api/pupilPage';
import { fileAddress } from '../server.ts';
import { addStyles } from './addStyles.ts';
import { fetchReading } from './fetchReading.ts';
import { applySettings } from './applySettings.ts';
import { createPlaying, type Playing } from './playing.ts';
import { recallSettings } from './settings.ts';

/** A reading that is on the screen, and may play, before the rest of the page's script is here. */
export interface FirstScreen {
  readonly playing: Playing;
  /** Called as the whole page takes its place. @returns whether its button had the focus. */
  leave(): boolean;
}

/**
 * The text and a Play button without the interface's library, which takes a slow line longer than all else:
 * pupils listen while it comes.
 * @returns undefined where the link opens more than one reading, or what it opens is out of reach: the whole
 * page says why.
 */
export async function showFirstScreen(root: HTMLElement, opened: Opened): Promise<FirstScreen | undefined> {
  const [item, ...others] = opened.items;
  if (!item || others.length > 0) return undefined;
  const reading = await fetchReading(opened.accessToken, item).catch(() => undefined);
  if (!reading) return undefined;
  const playing = createPlaying(item, reading, opened.accessToken);
  const { player } = playing;
  const play = element('button', { type: 'button', className: 'play' });
  const label = () => {
    const { status } = player.state;
    play.textContent = status === 'playing' || status === 'loading' ? 'Pause' : 'Play';
  };
  label();
  play.addEventListener('click', player.toggle);
  const stops = [player.subscribe(label), addStyles(reading.css)];
  applySettings(recallSettings(opened.accessToken));
  document.title = reading.title;

  const text = element('div', { className: 'text', lang: reading.language, dir: reading.direction });
  // Our own, with everything in it escaped; the server makes it of the handout's text.
  text.innerHTML = reading.html.replaceAll(
    '{files}',
    fileAddress(opened.accessToken, item, '').replace(/\/$/u, ''),
  );
  const school = element('span', { textContent: opened.school });
  const bar = element('section', { className: 'bar first', ariaLabel: 'Player' });
  bar.append(within('div', 'row', play));
  root.replaceChildren(within('header', '', school), within('main', '', text), bar);
  return {
    playing,
    leave: () => {
      for (const stop of stops) stop();
      return document.activeElement === play;
    },
  };
}

function element<K extends keyof HTMLElementTagNameMap>(
  name: K,
  properties: Partial<HTMLElementTagNameMap[K]>,
): HTMLElementTagNameMap[K] {
  return Object.assign(document.createElement(name), properties);
}

function within(name: 'div' | 'header' | 'main', className: string, child: HTMLElement): HTMLElement {
  const parent = element(name, { className });
  parent.append(child);
  return parent;
}
