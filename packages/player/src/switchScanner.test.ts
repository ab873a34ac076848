import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { SwitchScanner, type SwitchSettings } from './switchScanner.ts';

let scanner: SwitchScanner;
let pressed: string[];
const PAGE = `
  <main>
    <ul data-scan-row><li><button>One</button></li><li><button>Two</button></li></ul>
    <div data-scan-row data-scan-hand><button>Play</button><button disabled>Off</button><button data-scan-skip>Hidden</button></div>
    <div data-scan-row="2"><button>a</button><button>b</button><button>c</button></div>
    <div data-scan-row><select><option>light</option><option>dark</option></select><input type="range" min="1" max="2" step="0.5" value="1.5"></div>
    <textarea></textarea><p id="text">text</p>
  </main>`;
const begin = (settings: Partial<SwitchSettings> = {}) => {
  scanner = new SwitchScanner({
    settings: { switches: 'one', seconds: 1, order: 'rows', rounds: 3, ...settings },
    root: () => document.querySelector('main') as HTMLElement,
  });
  scanner.start();
};
const marked = () =>
  [...document.querySelectorAll<HTMLElement>('[data-scan]')].map((one) => one.textContent.trim());
const key = (name: string, target: Element = document.body, init: KeyboardEventInit = {}) =>
  target.dispatchEvent(new KeyboardEvent('keydown', { key: name, bubbles: true, cancelable: true, ...init }));
const pointer = (target: Element, pointerType: string) => {
  const event = new MouseEvent('pointerdown', { bubbles: true, cancelable: true });
  Object.defineProperty(event, 'pointerType', { value: pointerType });
  target.dispatchEvent(event);
  return event.defaultPrevented;
};

beforeEach(() => {
  vi.useFakeTimers();
  Element.prototype.scrollIntoView = () => undefined;
  document.body.innerHTML = PAGE;
  pressed = [];
  document
    .querySelector('main')
    ?.addEventListener('click', ({ target }) => pressed.push((target as Element).textContent ?? ''));
});
afterEach(() => {
  scanner.stop();
  vi.useRealTimers();
});

describe('one switch', () => {
  test('any key wakes it, chooses the row, then the button; what it presses is the second of two', () => {
    begin();
    key('q');
    expect(marked()).toEqual(['One', 'Two']);
    key('q');
    expect(marked()).toEqual(['One']);
    vi.advanceTimersByTime(1000);
    expect(marked()).toEqual(['Two']);
    key('q');
    expect(pressed).toEqual(['Two']);
    expect(marked()).toEqual(['One', 'Two']);
  });

  test('time goes through all rows, a grid row by row, and leaves out what cannot be pressed', () => {
    begin();
    key('q');
    const seen: string[][] = [];
    for (let i = 0; i < 5; i++) {
      seen.push(marked());
      vi.advanceTimersByTime(1000);
    }
    expect(seen.map((one) => one.join(' '))).toEqual(['One Two', 'Play', 'a b', 'c', 'lightdark ']);
  });

  test('after its rounds it rests until the switch is pressed', () => {
    begin({ rounds: 1 });
    key('q');
    vi.advanceTimersByTime(5000);
    expect(marked()).toEqual([]);
    key('q');
    expect(marked()).toEqual(['One', 'Two']);
  });

  test('a list gives its next option, a slider its next step', () => {
    begin();
    const [list, slider] = [document.querySelector('select'), document.querySelector('input')];
    const heard: string[] = [];
    document.body.addEventListener('change', () => heard.push('change'));
    document.body.addEventListener('input', () => heard.push('input'));
    const choose = (nth: number) => {
      key('q');
      vi.advanceTimersByTime(4000);
      key('q');
      vi.advanceTimersByTime(nth * 1000);
      key('q');
      scanner.stop();
      scanner.start();
    };
    choose(0);
    expect(list?.value).toBe('dark');
    choose(1);
    choose(1);
    expect(slider?.value).toBe('1');
    expect(heard).toEqual(['change', 'input', 'input']);
  });

  test('a mouse button is the switch, wherever the pointer is; a helper’s touch is not', () => {
    begin();
    const play = document.querySelectorAll('button')[2] as HTMLElement;
    expect(pointer(document.getElementById('text') as HTMLElement, 'mouse')).toBe(true);
    expect(marked()).toEqual(['One', 'Two']);
    expect(pointer(play, 'mouse')).toBe(true);
    expect(marked()).toEqual(['One']);
    expect(pointer(play, 'touch')).toBe(false);
    expect(marked()).toEqual(['One']);
    expect(pointer(document.getElementById('text') as HTMLElement, 'touch')).toBe(true);
    expect(pressed).toEqual(['One']);
  });

  test('an open dialog is scanned in place of the page, and the page again when it is closed', async () => {
    begin();
    key('q');
    const dialog = document.createElement('dialog');
    dialog.setAttribute('open', '');
    dialog.innerHTML =
      '<div data-scan-row><button>Close</button></div><div data-scan-row><button>Say</button></div>';
    document.body.append(dialog);
    await vi.advanceTimersByTimeAsync(0);
    expect(marked()).toEqual(['Close']);
    vi.advanceTimersByTime(1000);
    expect(marked()).toEqual(['Say']);
    dialog.remove();
    await vi.advanceTimersByTimeAsync(0);
    expect(marked()).toEqual(['One', 'Two']);
  });

  test('what is typed is left alone, and so are Tab and combinations of keys', () => {
    begin();
    const field = document.querySelector('textarea') as HTMLElement;
    expect(key('a', field)).toBe(true);
    expect(key('Tab')).toBe(true);
    expect(key('r', document.body, { ctrlKey: true })).toBe(true);
    expect(marked()).toEqual([]);
    // A key that is held down is one press.
    key('q');
    key('q', document.body, { repeat: true });
    expect(marked()).toEqual(['One', 'Two']);
  });
});

describe('two switches', () => {
  test('Space steps, Enter chooses, and time does nothing', () => {
    begin({ switches: 'two' });
    key(' ');
    vi.advanceTimersByTime(60_000);
    expect(marked()).toEqual(['One', 'Two']);
    key(' ');
    expect(marked()).toEqual(['Play']);
    key('Enter');
    key('Enter');
    expect(pressed).toEqual(['Play']);
    expect(key('x')).toBe(true);
  });
});
