import type { Handout, TextView } from '@aurelfield/api';
import { useMemo } from 'react';
import { useVoiceAssignment } from '../../api/listeningQueries.ts';
import type { ReadingTrack } from '../../player/usePlayer.ts';
import { nameOf } from './tools/SeveralVoices.tsx';

/** Who speaks, by the number of the sentence, where the handout is read in several voices. */
export function useSpeakers(
  handout: Handout,
  text: TextView,
  track: ReadingTrack,
): ReadonlyMap<number, string> {
  const voiceAssignment = useVoiceAssignment(handout.id, handout.contentHash).data;
  return useMemo(() => {
    const speakers = new Map<number, string>();
    if (!voiceAssignment?.isOn) return speakers;
    for (const { index, block, start, end } of track.sentences) {
      const id = text.blocks[block]?.id;
      const speech = voiceAssignment.dialogueTurns.find(
        (one) => one.block === id && one.start <= start && one.end >= end,
      );
      if (speech?.who) speakers.set(index, nameOf(speech.who));
    }
    return speakers;
  }, [voiceAssignment, text, track]);
}
