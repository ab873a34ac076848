import { cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, describe, expect, test, vi } from 'vitest';
import { isLoopback } from '../api/publicAddress.ts';
import { CopyButton } from './CopyButton.tsx';

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const clipboard = (writeText: ((text: string) => Promise<void>) | undefined) =>
  Object.defineProperty(navigator, 'clipboard', { value: writeText && { writeText }, configurable: true });
/** jsdom has no `execCommand`. */
const command = (answer: boolean) => {
  const selected: string[] = [];
  document.execCommand = () => {
    selected.push((document.activeElement as HTMLTextAreaElement).value);
    return answer;
  };
  return selected;
};

describe('a copy button', () => {
  test('writes to the clipboard where the browser has one', async () => {
    const written: string[] = [];
    clipboard((text) => Promise.resolve(void written.push(text)));
    render(<CopyButton text="https://x.example/p/1" />);
    fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
    await screen.findByRole('button', { name: 'Copied' });
    expect(written).toEqual(['https://x.example/p/1']);
  });

  test('copies a selection on plain http, and leaves nothing behind', async () => {
    clipboard(undefined);
    const selected = command(true);
    render(<CopyButton text="abc" />);
    fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
    await screen.findByRole('button', { name: 'Copied' });
    expect(selected).toEqual(['abc']);
    expect(document.querySelector('textarea')).toBeNull();
  });

  test('says what to do where nothing works', async () => {
    clipboard(() => Promise.reject(new Error('refused')));
    command(false);
    render(<CopyButton text="abc" />);
    fireEvent.click(screen.getByRole('button', { name: 'Copy' }));
    expect((await screen.findByRole('alert')).textContent).toContain('press Ctrl C');
  });
});

test.each([
  ['http://127.0.0.1:4680', true],
  ['http://localhost:4680', true],
  ['http://[::1]:4680', true],
  ['http://127.1.2.3', true],
  ['http://192.168.1.5:4680', false],
  ['https://listen.school.example', false],
])('%s is loopback: %s', (origin, is) => expect(isLoopback(origin)).toBe(is));
