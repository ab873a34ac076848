import type { OpenedItem } from '@aurelfield/api/pupilPage';
import { clock, size } from '../reading/clock.ts';

/** All that is handed to a pupil, the newest first. */
export function List({
  items,
  school,
  onOpen,
}: {
  readonly items: readonly OpenedItem[];
  readonly school: string;
  readonly onOpen: (item: OpenedItem) => void;
}) {
  return (
    <>
      <header>
        <span>{school}</span>
      </header>
      <main className="list">
        <h1>Handed to you</h1>
        {items.length === 0 && <p>Nothing is here now. Come back later, or ask your teacher.</p>}
        <ul>
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
      </main>
    </>
  );
}

function dayOf(moment: string): string {
  return new Date(moment).toLocaleDateString('en-GB', { day: 'numeric', month: 'long' });
}
