import { useEffect, useState } from 'react';

/** Whether something has been so for some milliseconds: what passes at once is not shown. */
export function useLasting(isSo: boolean, milliseconds: number): boolean {
  const [lasts, setLasts] = useState(false);
  useEffect(() => {
    if (!isSo) return undefined;
    const timer = setTimeout(() => setLasts(true), milliseconds);
    return () => {
      clearTimeout(timer);
      setLasts(false);
    };
  }, [isSo, milliseconds]);
  return isSo && lasts;
}
