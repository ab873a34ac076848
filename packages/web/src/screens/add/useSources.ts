import { MAX_FILE_BYTES, type DocumentPreview } from '@aurelfield/api';
import { useCallback, useRef, useState } from 'react';
import { ApiError } from '../../api/client.ts';
import { examineFile, examinePage } from '../../api/importQueries.ts';
import { messageOf } from '../../ui/Notice.tsx';
import { randomId } from '../../ui/randomId.ts';

/** A file or page on its way to become a handout. */
export interface Source {
  readonly id: number;
  readonly name: string;
  readonly state: 'reading' | 'failed' | 'found';
  readonly found?: DocumentPreview;
  readonly error?: string;
  /** Its name in the server's line, while it is read. */
  readonly key?: string;
  /** A PDF whose pages are pictures: they can be added as photos. */
  readonly scan?: File;
}

/** Files and pages that are being read, each by itself and with a way to stop it. */
export function useSources() {
  const [sources, setSources] = useState<readonly Source[]>([]);
  const stops = useRef(new Map<number, AbortController>());
  const nextId = useRef(1);

  const change = useCallback(
    (id: number, part: Partial<Source>) =>
      setSources((all) => all.map((source) => (source.id === id ? { ...source, ...part } : source))),
    [],
  );

  const begin = useCallback(
    async (
      name: string,
      work: (key: string, signal: AbortSignal) => Promise<DocumentPreview>,
      file?: File,
    ): Promise<Source> => {
      const key = randomId();
      const id = nextId.current;
      nextId.current += 1;
      const stop = new AbortController();
      stops.current.set(id, stop);
      setSources((all) => [...all, { id, name, state: 'reading', key }]);
      try {
        const found = await work(key, stop.signal);
        change(id, { state: 'found', found });
        return { id, name, state: 'found', found };
      } catch (error) {
        const isScan = error instanceof ApiError && error.code === 'scan';
        const failed = {
          state: 'failed',
          error: messageOf(error),
          ...(isScan && file ? { scan: file } : {}),
        } as const;
        if (!stop.signal.aborted) change(id, failed);
        return { id, name, ...failed };
      } finally {
        stops.current.delete(id);
      }
    },
    [change],
  );

  const addFile = useCallback(
    (file: File) =>
      begin(
        file.name,
        (key, signal) =>
          file.size > MAX_FILE_BYTES
            ? Promise.reject(
                new Error(
                  `“${file.name}” is larger than ${MAX_FILE_BYTES / 1024 / 1024} MB. Split it and add the parts one by one.`,
                ),
              )
            : examineFile(file, key, signal),
        file,
      ),
    [begin],
  );
  const addPage = useCallback(
    (address: string) => begin(address, (_key, signal) => examinePage(address, signal)),
    [begin],
  );
  /** Stops reading it, if it is being read, and takes it off the list. */
  const remove = useCallback((id: number) => {
    stops.current.get(id)?.abort();
    setSources((all) => all.filter((source) => source.id !== id));
  }, []);
  const clear = useCallback(() => {
    for (const stop of stops.current.values()) stop.abort();
    setSources([]);
  }, []);
  return { sources, addFile, addPage, remove, clear, setSources };
}
