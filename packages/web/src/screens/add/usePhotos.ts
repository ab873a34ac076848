import type { DocumentPreview, PhotoRead, PhotoView } from '@aurelfield/api';
import { useCallback, useEffect, useRef, useState } from 'react';
import {
  forgetPhoto,
  findPhotoOutline,
  pagesOfScan,
  putTogether,
  readPhoto,
} from '../../api/photoQueries.ts';
import { messageOf } from '../../ui/Notice.tsx';

export type Corners = PhotoView['whole'];

/** A photographed page on its way into the text. */
export interface PhotoPage {
  readonly id: number;
  readonly name: string;
  readonly state: 'looking' | 'reading' | 'read' | 'failed';
  readonly photo?: PhotoView;
  readonly corners?: Corners;
  readonly read?: PhotoRead;
  readonly error?: string;
}

const STOPPED = 'Stopped. Read it again, or leave it out.';
/** A page whose corners rest this long is read again. Milliseconds. */
const REST = 700;

/**
 * Photos that become one handout: each is looked at and read by itself, in the order in which they came; then
 * they are put together.
 */
export function usePhotos(languages: readonly string[]) {
  const [pages, setPages] = useState<readonly PhotoPage[]>([]);
  const [together, setTogether] = useState<{ key: string; found?: DocumentPreview; error?: string }>({
    key: '',
  });
  const stops = useRef(new Map<number, AbortController>());
  const rests = useRef(new Map<number, ReturnType<typeof setTimeout>>());
  const nextId = useRef(1);
  const chosen = useRef(languages);
  useEffect(() => {
    chosen.current = languages;
  }, [languages]);

  // Whoever leaves the screen waits for nothing of it.
  useEffect(() => {
    const [running, pending] = [stops.current, rests.current];
    return () => {
      for (const controller of running.values()) controller.abort();
      for (const timer of pending.values()) clearTimeout(timer);
    };
  }, []);

  const change = useCallback(
    (id: number, part: Partial<PhotoPage>) =>
      setPages((all) => all.map((page) => (page.id === id ? { ...page, ...part } : page))),
    [],
  );

  const stop = useCallback((id: number) => {
    stops.current.get(id)?.abort();
    clearTimeout(rests.current.get(id));
  }, []);

  const begin = useCallback(
    (id: number) => {
      stop(id);
      const controller = new AbortController();
      stops.current.set(id, controller);
      return controller.signal;
    },
    [stop],
  );

  /** Reads a page, in the place of what was read of it before. */
  const read = useCallback(
    async (id: number, uploadId: string, corners: Corners) => {
      const signal = begin(id);
      change(id, { state: 'reading' });
      try {
        const found = await readPhoto(uploadId, { corners, languages: chosen.current }, signal);
        change(id, { state: 'read', read: found });
      } catch (error) {
        if (!signal.aborted) change(id, { state: 'failed', error: messageOf(error) });
      }
    },
    [begin, change],
  );

  const takeIn = useCallback(
    (id: number, photo: PhotoView) => {
      // Without a page the whole picture is read, and the screen says so.
      const corners = photo.corners ?? photo.whole;
      change(id, { photo, corners, state: 'reading' });
      void read(id, photo.uploadId, corners);
    },
    [change, read],
  );

  const add = useCallback(
    (files: readonly File[]) => {
      const started = files.map((file) => {
        nextId.current += 1;
        return { id: nextId.current, file };
      });
      setPages((all) => [
        ...all,
        ...started.map(({ id, file }) => ({ id, name: file.name, state: 'looking' as const })),
      ]);
      for (const { id, file } of started) {
        const signal = begin(id);
        findPhotoOutline(file, signal).then(
          (photo) => takeIn(id, photo),
          (error: unknown) => {
            if (!signal.aborted) change(id, { state: 'failed', error: messageOf(error) });
          },
        );
      }
    },
    [begin, change, takeIn],
  );

  /** Takes the pages of a scanned PDF as photos. @throws when it cannot be drawn. */
  const addScan = useCallback(
    async (file: File, signal: AbortSignal) => {
      const { photos } = await pagesOfScan(file, signal);
      const started = photos.map((photo) => {
        nextId.current += 1;
        return { id: nextId.current, photo };
      });
      setPages((all) => [
        ...all,
        ...started.map(({ id, photo }) => ({ id, name: photo.name, state: 'looking' as const })),
      ]);
      for (const { id, photo } of started) takeIn(id, photo);
    },
    [takeIn],
  );

  /** Moves the corners; the page is read again when they rest. */
  const setCorners = (id: number, corners: Corners) => {
    const page = pages.find((candidate) => candidate.id === id);
    if (!page?.photo) return;
    const { uploadId } = page.photo;
    stop(id);
    setPages((all) =>
      all.map((other) => {
        if (other.id !== id) return other;
        const { error: _error, ...rest } = other;
        return { ...rest, corners, state: 'reading' };
      }),
    );
    rests.current.set(
      id,
      setTimeout(() => void read(id, uploadId, corners), REST),
    );
  };

  /** Reads all pages again, with other languages. */
  const readAll = (inLanguages: readonly string[]) => {
    chosen.current = inLanguages;
    for (const { id, photo, corners } of pages) if (photo && corners) void read(id, photo.uploadId, corners);
  };

  /** Takes a page off the list. @returns a function that puts it back where it was. */
  const remove = (id: number) => {
    const at = pages.findIndex((page) => page.id === id);
    const page = pages[at];
    stop(id);
    setPages((all) => all.filter((other) => other.id !== id));
    return () => {
      if (!page) return;
      const isOver = page.state === 'reading' || page.state === 'looking';
      const back: PhotoPage = isOver ? { ...page, state: 'failed', error: STOPPED } : page;
      setPages((all) => [...all.slice(0, at), back, ...all.slice(at)]);
    };
  };

  /** Stops what is under way; pages that were not read yet can be read again. */
  const stopAll = () => {
    for (const { id, state } of pages)
      if (state === 'looking' || state === 'reading') {
        stop(id);
        change(id, { state: 'failed', error: STOPPED });
      }
  };

  const move = (id: number, by: 1 | -1) =>
    setPages((all) => {
      const at = all.findIndex((page) => page.id === id);
      const to = at + by;
      if (at < 0 || to < 0 || to >= all.length) return all;
      const next = [...all];
      [next[at], next[to]] = [all[to] as PhotoPage, all[at] as PhotoPage];
      return next;
    });

  const clear = () => {
    for (const { id, photo } of pages) {
      stop(id);
      if (photo) void forgetPhoto(photo.uploadId).catch(() => undefined);
    }
    setPages([]);
  };

  // Once all are read they are put together, again whenever their order or what was read of them is another.
  const isBusy = pages.some(({ state }) => state === 'looking' || state === 'reading');
  const done = pages.filter(({ state }) => state === 'read');
  const key = isBusy
    ? ''
    : done.map(({ id, corners }) => `${id}:${JSON.stringify(corners)}:${languages.join()}`).join(';');
  const uploadIds = done.flatMap(({ photo }) => (photo ? [photo.uploadId] : [])).join();
  useEffect(() => {
    if (key === '' || uploadIds === '') return;
    const controller = new AbortController();
    putTogether(uploadIds.split(','), controller.signal).then(
      (found) => setTogether({ key, found }),
      (error: unknown) => {
        if (!controller.signal.aborted) setTogether({ key, error: messageOf(error) });
      },
    );
    return () => controller.abort();
  }, [key, uploadIds]);

  const current = key !== '' && together.key === key ? together : undefined;
  return {
    pages,
    add,
    addScan,
    setCorners,
    read: (id: number) => {
      const page = pages.find((candidate) => candidate.id === id);
      if (page?.photo && page.corners) void read(id, page.photo.uploadId, page.corners);
    },
    readAll,
    remove,
    stopAll,
    move,
    clear,
    isBusy: isBusy || (key !== '' && current === undefined),
    /** The text of all pages, once every one of them is read. */
    found: current?.found,
    error: current?.error,
  };
}
