import { useEffect, useState } from 'react';
import { countKept, letGo } from '../kept.ts';
import type { SoundFiles } from '../sound/soundFiles.ts';
import { size } from './clock.ts';

export interface KeepingProps {
  readonly files: SoundFiles;
  readonly pass: string;
  /** Name of the package. */
  readonly name: string;
  readonly stretches: number;
  readonly bytes: number;
}

/** Keeps the reading on the device, so that it is heard without a network, and lets it go again. */
export function Keeping({ files, pass, name, stretches, bytes }: KeepingProps) {
  const [kept, setKept] = useState<number>();
  const [isFetching, setFetching] = useState(false);
  useEffect(() => {
    void countKept(pass, name).then(setKept);
  }, [pass, name]);
  const keep = async () => {
    setFetching(true);
    await files.fetchAll(0, { progress: setKept }).catch(() => undefined);
    setKept(await countKept(pass, name));
    setFetching(false);
  };
  const drop = async () => {
    await letGo(pass, name);
    setKept(0);
  };
  if (kept === undefined) return null;
  const isWhole = kept >= stretches;
  return (
    <section>
      <h3>On this device</h3>
      <p role="status">
        {isWhole
          ? `All of it is kept here (${size(bytes)}). It plays without a network.`
          : isFetching
            ? `Keeping it: ${kept} of ${stretches} parts.`
            : `${size(bytes)} in all. Keep it here to listen without a network.`}
      </p>
      {!isWhole && (
        <button type="button" disabled={isFetching} onClick={() => void keep()}>
          Keep on this device
        </button>
      )}
      {kept > 0 && (
        <button type="button" onClick={() => void drop()}>
          Let go
        </button>
      )}
    </section>
  );
}
