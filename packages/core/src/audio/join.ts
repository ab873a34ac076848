/** Sounds one after the other. */
export function joinSamples(parts: readonly Int16Array[]): Int16Array {
  const whole = new Int16Array(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    whole.set(part, at);
    at += part.length;
  }
  return whole;
}
