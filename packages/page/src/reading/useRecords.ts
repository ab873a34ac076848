import type { OpenedItem } from '@aurelfield/api/pupilPage';
import type { PlayerSentence, ReadingPlayer } from '@aurelfield/player';
import { useEffect } from 'react';
import { listenTo } from '../records/listenTo.ts';
import type { Outbox } from '../records/outbox.ts';

/** Notes what is heard of an assignment. */
export function useRecords(player: ReadingPlayer<PlayerSentence>, item: OpenedItem, outbox: Outbox): void {
  useEffect(() => listenTo(player, (event) => outbox.note(item, event)), [player, item, outbox]);
}
