import type { OpenedItem } from '@aurelfield/api/pupilPage';
import { clock, size } from '../reading/clock.ts';

/** All handouts of a pupil, the newest first. */
export function List({
  items,
  school,
  onOpen,
  onStopSwitches,
}: {
  readonly items: readonly OpenedItem[];
  readonly school: string;
  readonly onOpen: (item: OpenedItem) => void;
  /** Ends scanning; there is none where no switch is used. */
  readonly onStopSwitches: (() => void) | undefined;
}) {
  return (
    <>
      <header>
        <span>{school}</span>
      </header>
      <main className="list">
        <h1>Your handouts</h1>
        {items.length === 0 && <p>There is nothing here yet. Come back later, or ask your teacher.</p>}
        <ul data-scan-row>
          {items.map((item) => (
            <li key={item.id}>
              <button type="button" onClick={() => onOpen(item)}>
                <strong>{item.title}</strong>
                <span>
                  {clock(item.seconds)} · {size(item.bytes.opus)} · {dayOf(item.madeAt)}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {onStopSwitches && (
          <p data-scan-row>
            <button type="button" onClick={onStopSwitches}>
              Stop scanning
            </button>
          </p>
        )}
      </main>
    </>
  );
}

function dayOf(moment: string): string {
  return new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}
