import type { Opened } from '@aurelfield/api/pupilPage';
import { useState } from 'react';
import { enter, OUT_OF_REACH, RequestError } from '../server.ts';

export interface Opening {
  readonly isBusy: boolean;
  /** What went wrong the last time; empty where nothing did. */
  readonly trouble: string;
  /** What went wrong, in the server's word for programs. */
  readonly code: string;
  readonly open: (key: string, pin: string, then: (opened: Opened) => void) => Promise<void>;
}

/** Asks the server to open a link or a code. */
export function useOpening(): Opening {
  const [state, setState] = useState({ isBusy: false, trouble: '', code: '' });
  const open = async (key: string, pin: string, then: (opened: Opened) => void) => {
    setState({ isBusy: true, trouble: '', code: '' });
    try {
      then(await enter(key, pin));
    } catch (error) {
      setState({
        isBusy: false,
        trouble: error instanceof RequestError ? error.message : OUT_OF_REACH,
        code: error instanceof RequestError ? error.code : 'offline',
      });
    }
  };
  return { ...state, open };
}
