import { useEffect, useState } from 'react';

/** The value once it has not changed for some milliseconds. */
export function useDebouncedValue<T>(value: T, milliseconds: number): T {
  const [rested, setRested] = useState(value);
  useEffect(() => {
    const timer = setTimeout(() => setRested(value), milliseconds);
    return () => clearTimeout(timer);
  }, [value, milliseconds]);
  return rested;
}
