import type { Scanning } from '@aurelfield/api';
import { IDLE, scanStep, type Scan, type ScanEvent } from './scanning.ts';

/** How a pupil scans. */
export interface SwitchSettings extends Pick<Scanning, 'order' | 'rounds'> {
  /**
   * One switch: any key, mouse button or touch chooses, and a timer moves on. Two switches: Space moves on, Enter chooses.
   */
  readonly switches: 'one' | 'two';
  /** Seconds for which a row or a button is highlighted; with one switch. */
  readonly seconds: number;
}

export interface SwitchScannerOptions {
  readonly settings: SwitchSettings;
  /** The part of the page that is scanned; an open dialog goes before it. */
  readonly root: () => ParentNode;
  /** Called whenever another row or button is highlighted. */
  readonly onStep?: () => void;
}

/** Elements that a switch can press. */
const PRESSABLE = 'button:not(:disabled), a[href], select:not(:disabled), input[type="range"]:not(:disabled)';
const TYPED = 'textarea, input:not([type="range"]):not([type="checkbox"])';
const IGNORED_KEYS: ReadonlySet<string> = new Set(['Tab', 'Shift', 'Control', 'Alt', 'AltGraph', 'Meta']);

/**
 * Goes through the buttons of a page for people who use one or two switches: rows first, then the buttons of
 * the chosen row.
 *
 * The page marks its rows with `data-scan-row`; with a number, the pressable elements in it are divided into
 * rows of so many. Rows with a higher `data-scan-order` come later (0 by default); whatever is inside
 * `data-scan-skip` is left out. What is highlighted carries `data-scan="row"` or `data-scan="button"`. A
 * touch inside `data-scan-hand` is a helper's, and presses what it touches.
 */
export class SwitchScanner {
  readonly #settings: SwitchSettings;
  readonly #root: () => ParentNode;
  readonly #onStep: () => void;
  #scan: Scan = IDLE;
  #scanned: ParentNode | undefined;
  #timer: ReturnType<typeof setTimeout> | undefined;
  #observer: MutationObserver | undefined;
  #swallowsClick = false;

  constructor({ settings, root, onStep = () => undefined }: SwitchScannerOptions) {
    this.#settings = settings;
    this.#root = root;
    this.#onStep = onStep;
  }

  /** Starts to listen for switches. With one switch, scanning itself begins with the first press. */
  start(): void {
    addEventListener('keydown', this.#onKeyDown, true);
    addEventListener('keyup', this.#onKeyUp, true);
    addEventListener('pointerdown', this.#onPointer, true);
    addEventListener('click', this.#onClick, true);
    this.#observer = new MutationObserver(() => this.#paint());
    this.#observer.observe(document.body, { childList: true, subtree: true });
  }

  stop(): void {
    removeEventListener('keydown', this.#onKeyDown, true);
    removeEventListener('keyup', this.#onKeyUp, true);
    removeEventListener('pointerdown', this.#onPointer, true);
    removeEventListener('click', this.#onClick, true);
    this.#observer?.disconnect();
    clearTimeout(this.#timer);
    this.#scan = IDLE;
    clearMarks();
  }

  /** One step, as a switch or the time makes it. */
  act(event: ScanEvent): void {
    const rows = this.#rows();
    const { scan, pressed } = scanStep(
      this.#scan,
      event,
      rows.map((row) => row.length),
      this.#settings,
    );
    this.#scan = scan;
    if (scan.at !== 'idle') this.#onStep();
    if (pressed) {
      const element = rows[pressed.row]?.[pressed.column];
      if (element) press(element);
    }
    this.#paint(true);
    this.#wait();
  }

  /**
   * The rows of what is scanned now. Where that is another part of the page than before, scanning starts
   * again at its first row.
   */
  #rows(): HTMLElement[][] {
    const dialogs = document.querySelectorAll<HTMLElement>('dialog[open], [role="dialog"]');
    const part = dialogs[dialogs.length - 1] ?? this.#root();
    if (part !== this.#scanned) {
      this.#scanned = part;
      if (this.#scan.at !== 'idle') this.#scan = scanStep(IDLE, 'step', rowsIn(part).map((row) => row.length), this.#settings).scan; // prettier-ignore
    }
    return rowsIn(part);
  }

  #paint(scrolls = false): void {
    const rows = this.#rows();
    clearMarks();
    const at = this.#scan;
    if (at.at === 'idle') return;
    const row = rows[at.row] ?? [];
    const marked = at.at === 'row' ? row : row.slice(at.column, at.column + 1);
    for (const element of marked) element.dataset.scan = at.at === 'row' ? 'row' : 'button';
    if (scrolls) marked[0]?.scrollIntoView({ block: 'nearest' });
  }

  #wait(): void {
    clearTimeout(this.#timer);
    if (this.#settings.switches === 'one' && this.#scan.at !== 'idle')
      this.#timer = setTimeout(() => this.act('step'), this.#settings.seconds * 1000);
  }

  /** What a key does: steps, chooses, or nothing of ours. */
  #eventOf({ key, ctrlKey, altKey, metaKey, target }: KeyboardEvent): ScanEvent | undefined {
    if (ctrlKey || altKey || metaKey || IGNORED_KEYS.has(key)) return undefined;
    // Somebody is typing.
    if (target instanceof Element && target.closest(TYPED)) return undefined;
    if (this.#settings.switches === 'one') return 'choose';
    return key === ' ' ? 'step' : key === 'Enter' ? 'choose' : undefined;
  }

  readonly #onKeyDown = (event: KeyboardEvent): void => {
    const act = this.#eventOf(event);
    if (act === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    // A key that is held is one press.
    if (!event.repeat) this.act(act);
  };

  /** The button that has the focus would be pressed when Space is let go. */
  readonly #onKeyUp = (event: KeyboardEvent): void => {
    if (this.#eventOf(event) === undefined) return;
    event.preventDefault();
    event.stopPropagation();
  };

  readonly #onPointer = (event: PointerEvent): void => {
    this.#swallowsClick = false;
    if (this.#settings.switches !== 'one') return;
    const isHand = event.pointerType === 'touch' && event.target instanceof Element && event.target.closest('[data-scan-hand]'); // prettier-ignore
    if (isHand) return;
    // A switch that is plugged in as a mouse clicks wherever the pointer happens to be.
    this.#swallowsClick = true;
    event.preventDefault();
    event.stopPropagation();
    this.act('choose');
  };

  readonly #onClick = (event: MouseEvent): void => {
    if (!this.#swallowsClick || !event.isTrusted) return;
    this.#swallowsClick = false;
    event.preventDefault();
    event.stopPropagation();
  };
}

function clearMarks(): void {
  for (const element of document.querySelectorAll<HTMLElement>('[data-scan]')) delete element.dataset.scan;
}

function rowsIn(part: ParentNode): HTMLElement[][] {
  const rows = [...part.querySelectorAll<HTMLElement>('[data-scan-row]')];
  const orderOf = (row: HTMLElement) => Number(row.dataset.scanOrder ?? 0);
  return rows
    .sort((a, b) => orderOf(a) - orderOf(b))
    .flatMap((row) => {
      const elements = [...row.querySelectorAll<HTMLElement>(PRESSABLE)].filter(
      (element) => element.closest('[data-scan-row]') === row && !element.closest('[data-scan-skip]') && isShown(element),
    ); // prettier-ignore
      const columns = Number(row.dataset.scanRow) || elements.length;
      return Array.from({ length: Math.ceil(elements.length / Math.max(1, columns)) }, (_, nth) =>
        elements.slice(nth * columns, (nth + 1) * columns),
      );
    });
}

/** Whether an element is drawn at all; `checkVisibility` is too new for the browsers that pupils have. */
function isShown(element: HTMLElement): boolean {
  return (
    getComputedStyle(element).display !== 'none' && element.closest('[hidden]') === null && hasBox(element)
  );
}

function hasBox(element: HTMLElement): boolean {
  // Without a layout (in tests) nothing has a box.
  return element.getClientRects().length > 0 || document.body.getClientRects().length === 0;
}

/**
 * Does what a press does: clicks; takes a select's next option, and a slider's next step, from the first one
 * again after the last.
 */
function press(element: HTMLElement): void {
  if (element instanceof HTMLSelectElement) {
    const next = (element.selectedIndex + 1) % element.options.length;
    setValue(element, HTMLSelectElement.prototype, element.options[next]?.value ?? '', 'change');
    return;
  }
  if (element instanceof HTMLInputElement) {
    const [min, max, step] = [Number(element.min), Number(element.max), Number(element.step) || 1];
    const next = Number(element.value) + step;
    setValue(element, HTMLInputElement.prototype, String(next > max + step / 2 ? min : next), 'input');
    return;
  }
  element.click();
}

/** Sets a value as a hand would, so that React hears of it. */
function setValue(element: HTMLElement, prototype: object, value: string, event: string): void {
  Object.getOwnPropertyDescriptor(prototype, 'value')?.set?.call(element, value);
  element.dispatchEvent(new Event(event, { bubbles: true }));
}
