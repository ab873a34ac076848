import type { Opened } from '@aurelfield/api/pupilPage';
import { useState } from 'react';
import { PinField } from './PinField.tsx';
import { useOpening } from './useOpening.ts';

/** Asks for the PIN of a link that is right. */
export function PinForm({
  secret,
  onOpened,
}: {
  readonly secret: string;
  readonly onOpened: (opened: Opened) => void;
}) {
  const [pin, setPin] = useState('');
  const { isBusy, trouble, open } = useOpening();
  return (
    <main className="door">
      <h1>Type your PIN</h1>
      <p>You only need it once on this device.</p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void open(secret, pin.trim(), onOpened);
        }}
      >
        <PinField pin={pin} onPin={setPin} />
        <button type="submit" className="play" disabled={isBusy || pin.trim() === ''}>
          Open
        </button>
      </form>
      <p role="alert">{trouble}</p>
    </main>
  );
}
