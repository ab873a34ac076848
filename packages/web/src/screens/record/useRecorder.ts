import type { RecordingScope, RecordingSummary } from '@aurelfield/api';
import { useCallback, useEffect, useRef, useState } from 'react';
import { ApiError } from '../../api/client.ts';
import { beginTake, endTake, sendPart } from '../../api/recordingQueries.ts';
import type { Level } from '../../recording/level.ts';
import { Microphone } from '../../recording/microphone.ts';
import { PartStore } from '../../recording/partStore.ts';
import { Sender } from '../../recording/sender.ts';
import { messageOf } from '../../ui/Notice.tsx';

/**
 * Where the recorder is: off, waiting for the microphone, listening only, recording, paused in a recording,
 * or handing it over.
 */
type RecorderState = 'off' | 'opening' | 'listening' | 'recording' | 'paused' | 'ending';

export interface Recorder {
  readonly state: RecorderState;
  readonly level: Level | undefined;
  /** Seconds recorded in this take. */
  readonly seconds: number;
  /** Parts that wait in this browser for the server. */
  readonly waiting: number;
  /** Whether the server is out of reach. */
  readonly isAway: boolean;
  readonly error: string | undefined;
  /** The recording that is being made. */
  readonly take: RecordingSummary | undefined;
  readonly open: () => void;
  readonly begin: (name: string, scope: RecordingScope) => void;
  readonly pause: () => void;
  readonly goOn: () => void;
  /** Goes on with a recording that was interrupted. */
  readonly takeUp: (take: RecordingSummary) => void;
  /** Ends it and has it aligned. @returns when the server has all of it. */
  readonly end: () => Promise<void>;
  /** Ends a recording that was interrupted as it is. */
  readonly endAsItIs: (take: RecordingSummary) => Promise<void>;
  /** Lets go of the recording; what was sent of it is for the caller to delete. */
  readonly drop: () => void;
  readonly close: () => void;
}

const PART_SECONDS = 0.5;
/** A deleted or finished recording accepts no parts. */
const isFinal = (error: unknown) => error instanceof ApiError && [404, 409, 410].includes(error.status);

/** The recorder of one screen. What it records is kept here first, then sent, part by part. */
export function useRecorder(handoutId: string, onDone: () => void): Recorder {
  const [store] = useState(() => new PartStore());
  const [state, setState] = useState<RecorderState>('off');
  const [level, setLevel] = useState<Level>();
  const [error, setError] = useState<string>();
  const [take, setTake] = useState<RecordingSummary>();
  const [sent, setSent] = useState({ waiting: 0, isAway: false });
  const [parts, setParts] = useState(0);
  const microphone = useRef<Microphone>(undefined);
  const sender = useRef<Sender>(undefined);
  const next = useRef(0);
  /** Parts on their way into this browser's store. */
  const keeping = useRef(Promise.resolve());

  const fail = useCallback((failure: unknown) => setError(messageOf(failure)), []);
  const senderOf = useCallback(
    (id: string) => {
      const own: Sender = new Sender(id, {
        store,
        isFinal,
        send: ({ part, pcm }) => sendPart(id, part, pcm),
        onChange: () => {
          setSent({ waiting: own.waiting, isAway: own.isAway });
          if (own.failure !== undefined) fail(own.failure);
        },
      });
      return own;
    },
    [store, fail],
  );

  const openMicrophone = useCallback(
    async (sampleRate?: number) => {
      if (microphone.current) return microphone.current;
      const opened = await Microphone.open({
        sampleRate,
        onLevel: setLevel,
        onPart: (pcm) => {
          // Not in one expression: the compiler of these components gives what comes after the step, not
          // before it.
          const part = next.current;
          next.current = part + 1;
          setParts(next.current);
          const own = sender.current;
          keeping.current = keeping.current.then(() => own?.add(part, pcm)).catch(fail);
        },
        onEnded: () => {
          setError('The microphone was taken away. What was recorded is kept: connect it again and go on.');
          void microphone.current?.close();
          microphone.current = undefined;
          setState((before) => (before === 'recording' ? 'paused' : before === 'paused' ? before : 'off'));
        },
      });
      microphone.current = opened;
      return opened;
    },
    [fail],
  );

  const shut = useCallback(() => {
    const own = microphone.current;
    microphone.current = undefined;
    setLevel(undefined);
    return own?.close();
  }, []);
  useEffect(
    () => () => {
      // The last part is stored, and sent when this screen is opened next.
      void shut();
      sender.current?.stop();
    },
    [shut],
  );

  const attempt = (before: RecorderState, work: () => Promise<void>) => {
    setError(undefined);
    work().catch((failure: unknown) => {
      fail(failure);
      setState(before);
    });
  };

  const handOver = async (id: string, count: number) => {
    await keeping.current;
    await sender.current?.flushed();
    await endTake(id, count);
    await store.forget(id);
    sender.current = undefined;
    setTake(undefined);
    setParts(0);
    onDone();
  };
  const resumeSender = async (one: RecordingSummary) => {
    const left = await store.waiting(one.id);
    next.current = Math.max(one.parts, (left.at(-1)?.part ?? -1) + 1);
    setParts(next.current);
    sender.current = senderOf(one.id);
    await sender.current.resume();
  };

  return {
    state,
    level,
    seconds: parts * PART_SECONDS,
    waiting: sent.waiting,
    isAway: sent.isAway,
    error,
    take,
    open: () => {
      setState('opening');
      attempt('off', async () => {
        await openMicrophone();
        setState('listening');
      });
    },
    begin: (name, scope) => {
      const before = state;
      setState('opening');
      attempt(before, async () => {
        const own = await openMicrophone();
        const begun = await beginTake(handoutId, { name, scope, sampleRate: own.sampleRate });
        setTake(begun);
        next.current = 0;
        setParts(0);
        sender.current = senderOf(begun.id);
        own.record();
        setState('recording');
      });
    },
    pause: () => {
      microphone.current?.pause();
      setState('paused');
    },
    goOn: () => {
      attempt('paused', async () => {
        (await openMicrophone(take?.sampleRate)).record();
        setState('recording');
      });
    },
    takeUp: (one) => {
      setState('opening');
      attempt('off', async () => {
        // A part of another sample rate would be heard at the wrong speed.
        if (microphone.current?.sampleRate !== one.sampleRate) await shut();
        await openMicrophone(one.sampleRate);
        await resumeSender(one);
        setTake(one);
        setState('paused');
      });
    },
    end: async () => {
      if (!take) return;
      microphone.current?.pause();
      setState('ending');
      setError(undefined);
      try {
        await handOver(take.id, next.current);
        setState('listening');
      } catch (failure) {
        fail(failure);
        setState('paused');
      }
    },
    endAsItIs: async (one) => {
      setState('ending');
      setError(undefined);
      try {
        await resumeSender(one);
        await handOver(one.id, next.current);
      } catch (failure) {
        fail(failure);
      }
      setState(microphone.current ? 'listening' : 'off');
    },
    drop: () => {
      microphone.current?.pause();
      sender.current?.stop();
      sender.current = undefined;
      if (take) void store.forget(take.id);
      setTake(undefined);
      setParts(0);
      setState(microphone.current ? 'listening' : 'off');
    },
    close: () => {
      void shut();
      setState('off');
    },
  };
}
