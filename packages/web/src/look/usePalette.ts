import { paletteOf, seenBy, type Colour, type ColourVision, type Look, type Palette } from '@aurelfield/core';
import { useMemo, useSyncExternalStore } from 'react';

const QUERY = '(prefers-color-scheme: dark)';

/** Whether the device is set to dark. */
export function useDark(): boolean {
  return useSyncExternalStore(
    (tell) => {
      const media = window.matchMedia(QUERY);
      media.addEventListener('change', tell);
      return () => media.removeEventListener('change', tell);
    },
    () => window.matchMedia(QUERY).matches,
  );
}

/** The colours of a look here and now, as they are or as somebody with another colour vision sees them. */
export function usePalette(look: Look, vision?: ColourVision): Palette {
  const dark = useDark();
  return useMemo(() => {
    const palette = paletteOf(look, dark);
    if (vision === undefined) return palette;
    const seen = (colour: Colour) => seenBy(vision, colour);
    const both = ({ ground, ink }: Palette['word']) => ({ ground: seen(ground), ink: seen(ink) });
    return {
      ground: seen(palette.ground),
      ink: seen(palette.ink),
      word: both(palette.word),
      sentence: both(palette.sentence),
    };
  }, [look, dark, vision]);
}
