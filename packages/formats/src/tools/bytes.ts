const encoder = new TextEncoder();
/** Characters that are put together before they go out. */
const CHUNK = 64 * 1024;

/** Text in pieces → UTF-8 bytes in chunks of some size. */
export async function* utf8(parts: Iterable<string>): AsyncGenerator<Uint8Array> {
  let waiting = '';
  for (const part of parts) {
    waiting += part;
    if (waiting.length < CHUNK) continue;
    // Those who cancel are heard between two chunks.
    await Promise.resolve();
    yield encoder.encode(waiting);
    waiting = '';
  }
  if (waiting !== '') yield encoder.encode(waiting);
}

/** All bytes of a stream in one piece. */
export async function whole(stream: AsyncIterable<Uint8Array>): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const chunk of stream) chunks.push(chunk);
  return Buffer.concat(chunks);
}
