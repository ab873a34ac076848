/** What a runner says when it is done with a request. */
export type RunnerAnswer<Response> =
  | { readonly type: 'done'; readonly response: Response }
  | { readonly type: 'failed'; readonly message: string };

/** How a runner reports to its pool. */
interface RunnerEvents<Response> {
  readonly ready: () => void;
  readonly answer: (answer: RunnerAnswer<Response>) => void;
  /** It is gone, whether it was ever ready or not. May be called more than once. */
  readonly ended: (reason: string) => void;
}

/**
 * Something that takes one request at a time outside of our own thread: a worker thread or a child process.
 */
export interface Runner<Request> {
  /** Sends a request; its answer comes through the events. */
  readonly post: (request: Request) => void;
  /** Asks it to leave its current request, where it can. */
  readonly cancel: () => void;
  /** Ends it at once. */
  readonly end: () => Promise<unknown>;
}

/** Starts a runner that reports to `events`. */
export type SpawnRunner<Request, Response> = (events: RunnerEvents<Response>) => Runner<Request>;
