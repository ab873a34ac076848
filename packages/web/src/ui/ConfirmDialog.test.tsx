import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { ConfirmDialog } from './ConfirmDialog.tsx';

// jsdom has no `CSS`, which the dialog asks to escape an id.
beforeEach(() => {
  vi.stubGlobal('CSS', { escape: (text: string) => text });
});
afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

const open = () => {
  const done: string[] = [];
  render(
    <ConfirmDialog title="Delete “Eels”?" action="Delete handout" onConfirm={() => done.push('confirm')} onClose={() => done.push('close')}>
      11 pupils have this handout.
    </ConfirmDialog>,
  ); // prettier-ignore
  return done;
};

test('says what it means, and begins at the harmless button', async () => {
  open();
  const dialog = screen.getByRole('alertdialog', { name: 'Delete “Eels”?' });
  expect(dialog.textContent).toContain('11 pupils have this handout.');
  await waitFor(() => expect(document.activeElement?.textContent).toBe('Cancel'));
});

test('does nothing when it is cancelled or left by Escape', () => {
  const done = open();
  fireEvent.click(screen.getByRole('button', { name: 'Cancel' }));
  fireEvent.keyDown(document.activeElement ?? document.body, { key: 'Escape' });
  expect(done).not.toContain('confirm');
  expect(done).toContain('close');
});

test('does it when it is confirmed', () => {
  const done = open();
  fireEvent.click(screen.getByRole('button', { name: 'Delete handout' }));
  expect(done).toEqual(['confirm', 'close']);
});
