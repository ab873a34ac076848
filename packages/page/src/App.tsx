import type { Opened } from '@aurelfield/api/pupilPage';
import { useEffect, useState } from 'react';
import { CodeForm } from './entry/CodeForm.tsx';
import { PinForm } from './entry/PinForm.tsx';
import { Inside } from './Inside.tsx';
import type { Playing } from './reading/playing.ts';
import { forgetPage, lockPage, recallPage, rememberPage } from './rememberedPages.ts';
import { RequestError, resume, type Start } from './server.ts';

export interface AppProps {
  readonly start: Start;
  /** The secret in the page's address; empty where a code is typed. */
  readonly secret: string;
  /** What is on the screen already, and may play. */
  readonly started?: Playing | undefined;
}

/** Milliseconds after which a page that this device knows is shown without the server's answer. */
const PATIENCE = 4000;

/** The page from its address to a reading. */
export function App({ start, secret, started }: AppProps) {
  const [opened, setOpened] = useState(start.state === 'open' ? start.opened : undefined);
  const [state, setState] = useState<Start['state'] | 'pin-asked'>(start.state);
  const known = state === 'pin' ? recallPage(secret) : undefined;
  useEffect(() => {
    if (opened) rememberPage(opened);
  }, [opened]);
  useEffect(() => {
    if (start.state === 'withdrawn') void forgetPage(secret);
    const remembered = start.state === 'pin' ? recallPage(secret) : undefined;
    if (!remembered) return undefined;
    // Opened with its PIN on this device before: it opens again, also without a network.
    let isOver = false;
    const show = (page: Opened) => {
      if (isOver) return;
      isOver = true;
      setOpened(page);
    };
    const timer = setTimeout(() => show(remembered), PATIENCE);
    resume(remembered.accessToken).then(show, (error: unknown) => {
      const code = error instanceof RequestError ? error.code : '';
      if (code === 'withdrawn') {
        isOver = true;
        void forgetPage(secret).then(() => setState('withdrawn'));
      } else if (code === 'pin-needed') {
        isOver = true;
        lockPage(secret);
        setState('pin-asked');
      } else show(remembered);
    });
    return () => {
      isOver = true;
      clearTimeout(timer);
    };
  }, [start, secret]);

  if (opened) return <Inside opened={opened} started={started} onRefreshed={setOpened} />;
  switch (state) {
    case 'trouble':
      return <Message title="Not now" text="The school can’t open this at the moment. Wait a minute, then try again." action="Try again" />; // prettier-ignore
    case 'withdrawn':
      return <Message title="This has ended" text="Your teacher has ended this link. Ask for a new one." />;
    case 'unknown':
      return <Message title="This link isn’t working" text="Check the address. If it is right, ask your teacher for a new link." />; // prettier-ignore
    case 'pin':
    case 'pin-asked':
      return known ? (
        <main className="door" aria-busy="true">
          <p>Opening …</p>
        </main>
      ) : (
        <PinForm secret={secret} onOpened={setOpened} />
      );
    default:
      return <CodeForm />;
  }
}

function Message({
  title,
  text,
  action,
}: {
  readonly title: string;
  readonly text: string;
  readonly action?: string;
}) {
  return (
    <main className="door">
      <h1>{title}</h1>
      <p role="alert">{text}</p>
      {action !== undefined ? (
        <button type="button" className="play" onClick={() => location.reload()}>
          {action}
        </button>
      ) : (
        <p>
          <a href="/p/">I have a card with a code</a>
        </p>
      )}
    </main>
  );
}
