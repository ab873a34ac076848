/**
 * Runs `work` on items, several at once, and gives the results in the items' order. No more items are taken
 * than are being worked on, so a long list need not fit in memory.
 */
export async function* inOrder<T, R>(
  items: Iterable<T>,
  atOnce: number,
  run: (item: T) => Promise<R>,
): AsyncGenerator<{ item: T; result: R }> {
  const running: { item: T; promise: Promise<R> }[] = [];
  for (const item of items) {
    const promise = run(item);
    // Its failure is met when its turn comes.
    promise.catch(() => undefined);
    running.push({ item, promise });
    if (running.length >= atOnce) yield* first(running);
  }
  while (running.length > 0) yield* first(running);
}

async function* first<T, R>(
  running: { item: T; promise: Promise<R> }[],
): AsyncGenerator<{ item: T; result: R }> {
  const head = running.shift();
  if (head) yield { item: head.item, result: await head.promise };
}
