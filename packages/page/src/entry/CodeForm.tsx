import type { Opened } from '@aurelfield/api/pupilPage';
import { useState } from 'react';
import { recallByCode, rememberPage } from '../rememberedPages.ts';
import { PinField } from './PinField.tsx';
import { useOpening } from './useOpening.ts';

/** Goes to a page's own address, which can be reloaded, marked and kept. */
function goTo({ key }: Opened): void {
  location.assign(`/p/${key}`);
}

/** Where the code from a card is typed, and the PIN if its link has one. */
export function CodeForm() {
  const [code, setCode] = useState('');
  const [pin, setPin] = useState('');
  const { isBusy, trouble, code: errorCode, open } = useOpening();
  const wantsPin = errorCode === 'pin-needed' || pin !== '';
  const submit = async () => {
    const known = recallByCode(code);
    if (known) goTo(known);
    else
      await open(code, pin.trim(), (opened) => {
        rememberPage(opened, code);
        goTo(opened);
      });
  };
  return (
    <main className="door">
      <h1>Something to listen to</h1>
      <p>Type the code from your card.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <label>
          Code
          <input
            value={code}
            onChange={({ target }) => setCode(target.value)}
            autoComplete="off"
            autoCapitalize="none"
            spellCheck={false}
            maxLength={20}
          />
        </label>
        {wantsPin && <PinField pin={pin} onPin={setPin} />}
        <button type="submit" className="play" disabled={isBusy || code.trim() === ''}>
          Open
        </button>
      </form>
      <p role="alert">{trouble}</p>
    </main>
  );
}
