import { useEffect, useState } from 'react';

/** How many columns there are in this window. */
export function useColumns(columns: number): number {
  const [isNarrow, setNarrow] = useState(() => window.matchMedia('(max-width: 560px)').matches);
  useEffect(() => {
    const media = window.matchMedia('(max-width: 560px)');
    const update = () => setNarrow(media.matches);
    media.addEventListener('change', update);
    return () => media.removeEventListener('change', update);
  }, []);
  return isNarrow ? Math.min(2, columns) : columns;
}
