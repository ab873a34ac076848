import type { FrozenReading, Opened, OpenedItem } from '@aurelfield/api/pupilPage';
import { useEffect, useMemo, useState } from 'react';
import { Door } from './door/Door.tsx';
import { List } from './list/List.tsx';
import { Outbox } from './records/outbox.ts';
import { Reading } from './reading/Reading.tsx';
import { keepOnly } from './kept.ts';
import { fetchReading } from './reading/fetchReading.ts';
import { Refused } from './server.ts';

export interface AppProps {
  /** What its link opens. */
  readonly given: Opened | undefined;
  /** The secret in its address. */
  readonly secret: string | undefined;
  /** Whether the server could not tell. */
  readonly hasTrouble: boolean;
}

/** The page from its door to a reading. */
export function App({ given, secret, hasTrouble }: AppProps) {
  const [opened, setOpened] = useState(given);
  if (opened) return <Inside opened={opened} />;
  return hasTrouble ? <Trouble /> : <Door secret={secret} onOpened={setOpened} />;
}

function Trouble() {
  return (
    <main className="door">
      <h1>Not now</h1>
      <p role="alert">The school’s server cannot open this at the moment. Wait a minute, and try again.</p>
      <button type="button" className="play" onClick={() => location.reload()}>
        Try again
      </button>
    </main>
  );
}

interface Shown {
  readonly item: OpenedItem;
  readonly reading: FrozenReading;
}

function Inside({ opened }: { readonly opened: Opened }) {
  const { pass, school, items, records } = opened;
  const [only, ...others] = items;
  const isOne = only !== undefined && others.length === 0;
  const [wanted, setWanted] = useState(isOne ? only : undefined);
  const [shown, setShown] = useState<Shown>();
  const [trouble, setTrouble] = useState('');
  const outbox = useMemo(() => new Outbox(pass, records), [pass, records]);
  useEffect(() => {
    outbox.start();
    return () => outbox.stop();
  }, [outbox]);
  useEffect(
    () =>
      void keepOnly(
        pass,
        items.map((item) => item.package),
      ),
    [pass, items],
  );
  useEffect(() => {
    if (!wanted) return undefined;
    let left = false;
    fetchReading(pass, wanted)
      .then((reading) => {
        if (left) return;
        setShown({ item: wanted, reading });
        scrollTo(0, 0);
      })
      .catch((error: unknown) => {
        if (left) return;
        setWanted(undefined);
        setTrouble(
          error instanceof Refused
            ? error.message
            : 'The school’s server is out of reach. Check the network and try again.',
        );
      });
    return () => {
      left = true;
    };
  }, [pass, wanted]);

  const open = (item: OpenedItem) => {
    setTrouble('');
    setWanted(item);
  };
  const back = () => {
    setWanted(undefined);
    setShown(undefined);
  };
  if (shown && shown.item === wanted)
    return (
      <Reading
        key={shown.item.package}
        {...shown}
        pass={pass}
        school={school}
        records={records}
        outbox={outbox}
        onBack={isOne ? undefined : back}
      />
    );
  if (wanted && isOne)
    return (
      <main className="list" aria-busy="true">
        <h1>{wanted.title}</h1>
        <p>Opening …</p>
      </main>
    );
  return (
    <>
      <List items={items} school={school} onOpen={open} />
      <p className="trouble" role="alert">
        {trouble}
      </p>
    </>
  );
}
