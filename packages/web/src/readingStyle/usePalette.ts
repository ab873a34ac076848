import {
  paletteOf,
  seenBy,
  type Colour,
  type ColourVision,
  type ReadingStyle,
  type Palette,
} from '@aurelfield/core/readingStyle';
import { useMemo, useSyncExternalStore } from 'react';

const QUERY = '(prefers-color-scheme: dark)';

/** Whether the device is set to dark. */
export function useDark(): boolean {
  return useSyncExternalStore(
    (update) => {
      const media = window.matchMedia(QUERY);
      media.addEventListener('change', update);
      return () => media.removeEventListener('change', update);
    },
    () => window.matchMedia(QUERY).matches,
  );
}

/** The colours of a look here and now, as they are or as somebody with another colour vision sees them. */
export function usePalette(readingStyle: ReadingStyle, vision?: ColourVision): Palette {
  const dark = useDark();
  return useMemo(() => {
    const palette = paletteOf(readingStyle, dark);
    if (vision === undefined) return palette;
    const seen = (colour: Colour) => seenBy(vision, colour);
    const both = ({ ground, ink }: Palette['word']) => ({ ground: seen(ground), ink: seen(ink) });
    return {
      ground: seen(palette.ground),
      ink: seen(palette.ink),
      word: both(palette.word),
      sentence: both(palette.sentence),
    };
  }, [readingStyle, dark, vision]);
}
