import { useState } from 'react';
import { Button } from './Button.tsx';

/** Copies a text. Where the browser does not allow that, the text is shown selected, to be copied by hand. */
export function CopyButton({ text, label = 'Copy' }: { readonly text: string; readonly label?: string }) {
  const [copied, setCopied] = useState<string>();
  const [failed, setFailed] = useState(false);
  const copy = async () => {
    const isCopied = await copyText(text);
    setFailed(!isCopied);
    if (isCopied) setCopied(text);
  };
  return (
    <>
      <Button onPress={() => void copy()}>{copied === text ? 'Copied' : label}</Button>
      {failed && (
        <span role="alert">Your browser doesn’t allow copying here. Select the text and press Ctrl C.</span>
      )}
    </>
  );
}

/**
 * Copies a text. On plain http browsers have no clipboard for scripts; a selection in a field can still be
 * copied.
 */
async function copyText(text: string): Promise<boolean> {
  const { clipboard } = navigator as { clipboard?: Clipboard };
  if (clipboard) {
    try {
      await clipboard.writeText(text);
      return true;
    } catch {
      // Refused: the older way may still do.
    }
  }
  const field = document.createElement('textarea');
  field.value = text;
  field.style.cssText = 'position:fixed;inset:0 auto auto 0;opacity:0';
  // Inside an open dialog, which keeps the focus to itself.
  const parent = document.activeElement?.closest('[role="dialog"]') ?? document.body;
  const focused = document.activeElement;
  parent.append(field);
  field.focus();
  field.select();
  try {
    // Not a standard any more, and in every browser: there is no other way on plain http.
    return document.execCommand('copy');
  } catch {
    return false;
  } finally {
    field.remove();
    if (focused instanceof HTMLElement) focused.focus();
  }
}
