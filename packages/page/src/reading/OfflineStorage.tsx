import { canKeep } from '../kept.ts';
import { size } from './clock.ts';
import type { Ahead } from './useFetchAhead.ts';

export interface OfflineStorageProps {
  readonly ahead: Ahead;
  readonly bytes: number;
  /** Fetches all of it now. */
  readonly onKeep: () => void;
  /** Removes this page from the device. */
  readonly onForget: () => void;
}

/** What of the reading is on this device, and the way to remove it. */
export function OfflineStorage({ ahead, bytes, onKeep, onForget }: OfflineStorageProps) {
  const { done, total, isFetching } = ahead;
  const isWhole = done >= total;
  return (
    <section>
      <h3>On this device</h3>
      <p role="status">
        {!canKeep()
          ? 'You need to be online to listen: this address isn’t secure (https), so nothing can be kept here.'
          : isWhole
            ? `All of it is on this device (${size(bytes)}). It plays without a network.`
            : isFetching
              ? `Keeping it: ${done} of ${total} parts.`
              : `${size(bytes)} in all. Keep it here to listen without a network.`}
      </p>
      <div className="chips" data-scan-row>
        {canKeep() && !isWhole && !isFetching && (
          <button type="button" onClick={onKeep}>
            Keep on this device
          </button>
        )}
        {canKeep() && (
          <button type="button" onClick={onForget}>
            Remove from this device
          </button>
        )}
      </div>
    </section>
  );
}
