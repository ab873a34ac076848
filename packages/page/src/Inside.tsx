import type { ReadingSnapshot, Opened, OpenedItem } from '@aurelfield/api/pupilPage';
import { useEffect, useMemo, useState } from 'react';
import { keepOnly } from './kept.ts';
import { List } from './list/List.tsx';
import { Outbox } from './records/outbox.ts';
import { fetchReading } from './reading/fetchReading.ts';
import type { Playing } from './reading/playing.ts';
import { Reading } from './reading/Reading.tsx';
import { recallSettings, rememberSettings, type Settings } from './reading/settings.ts';
import { forgetPage } from './rememberedPages.ts';
import { OUT_OF_REACH, RequestError, resume } from './server.ts';
import { useItemInAddress } from './useItemInAddress.ts';
import { useSwitches } from './switches/useSwitches.ts';

interface InsideProps {
  readonly opened: Opened;
  /** What is on the screen already, and may play. */
  readonly started: Playing | undefined;
  /** Called with what the link opens now. */
  readonly onRefreshed: (opened: Opened) => void;
}

interface Shown {
  readonly item: OpenedItem;
  readonly reading: ReadingSnapshot;
}

/**
 * What a link opens: the list of handouts, or one of them. Each has an address of its own, so that Back
 * works.
 */
export function Inside({ opened, started, onRefreshed }: InsideProps) {
  const { accessToken, school, items, records } = opened;
  const [only, ...others] = items;
  const isOne = only !== undefined && others.length === 0;
  const [address, go] = useItemInAddress();
  const wanted = isOne ? only : items.find(({ id }) => id === address);
  const [shown, setShown] = useState<Shown | undefined>(started);
  const [trouble, setTrouble] = useState('');
  const [settings, setSettings] = useState(() => recallSettings(accessToken));
  const outbox = useMemo(() => new Outbox(accessToken, records), [accessToken, records]);
  useSwitches(settings);
  useEffect(() => {
    outbox.start();
    return () => outbox.stop();
  }, [outbox]);
  useEffect(
    () =>
      void keepOnly(
        accessToken,
        items.map((item) => item.package),
      ),
    [accessToken, items],
  );
  useEffect(() => {
    if (!wanted || wanted === started?.item) return undefined;
    let isLeft = false;
    fetchReading(accessToken, wanted)
      .then((reading) => {
        if (isLeft) return;
        setTrouble('');
        setShown({ item: wanted, reading });
        scrollTo(0, 0);
      })
      .catch((error: unknown) => {
        if (isLeft) return;
        setTrouble(error instanceof RequestError ? error.message : OUT_OF_REACH);
        go(undefined);
      });
    return () => {
      isLeft = true;
    };
  }, [accessToken, wanted, started, go]);

  const change = (wish: Partial<Settings>) => {
    const next = { ...settings, ...wish };
    setSettings(next);
    rememberSettings(accessToken, next);
  };
  // Files that are not given out any more: renewed longer than a day ago, or withdrawn.
  const refresh = () => {
    resume(accessToken).then(onRefreshed, (error: unknown) => {
      if (error instanceof RequestError) location.reload();
    });
  };
  const leave = async () => {
    await forgetPage(opened.key);
    location.assign('/p/');
  };
  if (shown && shown.item === wanted)
    return (
      <Reading
        key={shown.item.package}
        item={shown.item}
        reading={shown.reading}
        started={started}
        opened={opened}
        outbox={outbox}
        settings={settings}
        onSettings={change}
        onBack={isOne ? undefined : () => go(undefined)}
        onGone={refresh}
        onForget={() => void leave()}
      />
    );
  if (wanted && trouble === '')
    return (
      <main className="list" aria-busy="true">
        <h1>{wanted.title}</h1>
        <p role="status">Opening …</p>
      </main>
    );
  return (
    <>
      <List
        items={items}
        school={school}
        onOpen={({ id }) => {
          setTrouble('');
          go(id);
        }}
        onStopSwitches={settings.switches === 'none' ? undefined : () => change({ switches: 'none' })}
      />
      <p className="trouble" role="alert">
        {trouble}
      </p>
    </>
  );
}
