import { useState } from 'react';
import type { Opened } from '@aurelfield/api/pupilPage';
import { enter, Refused } from '../server.ts';

/** Where a code, or the PIN of a link, is typed. What is wrong is not told: nobody learns by guessing. */
export function Door({
  secret,
  onOpened,
}: {
  readonly secret: string | undefined;
  readonly onOpened: (opened: Opened) => void;
}) {
  const [code, setCode] = useState('');
  const [pin, setPin] = useState('');
  const [trouble, setTrouble] = useState('');
  const [isAsking, setAsking] = useState(false);
  const ask = async () => {
    setAsking(true);
    try {
      onOpened(await enter(code.trim() === '' ? (secret ?? '') : code, pin.trim()));
    } catch (error) {
      setTrouble(
        error instanceof Refused
          ? error.message
          : 'The school’s server is out of reach. Check the network and try again.',
      );
      setAsking(false);
    }
  };
  return (
    <main className="door">
      <h1>{secret === undefined ? 'Something to listen to' : 'This link opens nothing as it is'}</h1>
      <p>
        {secret === undefined
          ? 'Type the code from your card.'
          : 'If you were given a PIN, type it. If you have a card with a code, type that. Otherwise ask your teacher for a new link.'}
      </p>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void ask();
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
        <label>
          PIN, if you have one
          <input
            value={pin}
            onChange={({ target }) => setPin(target.value)}
            inputMode="numeric"
            autoComplete="off"
            maxLength={12}
          />
        </label>
        <button
          type="submit"
          className="play"
          disabled={isAsking || (code.trim() === '' && pin.trim() === '')}
        >
          Open
        </button>
      </form>
      <p role="alert">{trouble}</p>
    </main>
  );
}
