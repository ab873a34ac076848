import type { ClassSetPlan } from '@aurelfield/api';
import styled from 'styled-components';
import { Notice } from '../../ui/Notice.tsx';
import { clock, count } from '../../ui/format.ts';
import { formatShare, formatSize, formatTime } from './words.ts';

const Frame = styled.div`
  overflow-x: auto;

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th,
  td {
    padding: 0.45rem 0.6rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    vertical-align: top;
  }

  td.number,
  th.number {
    text-align: end;
    white-space: nowrap;
  }

  td small,
  th small {
    display: block;
    font-weight: 400;
    color: var(--quiet);
    overflow-wrap: anywhere;
  }

  tfoot td,
  tfoot th {
    border-bottom: 0;
    font-weight: 600;
  }
`;

/** What a class set takes, pupil by pupil and over all. */
export function PlanTable({ plan }: { readonly plan: ClassSetPlan }) {
  const { total, cost, expectedSeconds, measured } = plan;
  return (
    <>
      <p>
        <strong>{capital(formatShare(total))}</strong>
        {total.missing > 0 &&
          ` (${count(total.characters, 'character')}); sentences that several pupils share are prepared once`}
        . {capital(formatTime(expectedSeconds))}
        {total.missing > 0 && (measured ? ', measured on this computer' : ', estimated')}.
      </p>
      {cost && (
        <Notice kind="hint">
          {cost.service}
          {cost.simulated ? ' (simulated)' : ''}: {count(cost.characters, 'character')} cost{' '}
          <strong>{money(cost.price, cost.currency)}</strong>. Free this month:{' '}
          {count(cost.freeLeft, 'character')} now, {count(cost.freeAfter, 'character')} after this.
        </Notice>
      )}
      <Frame tabIndex={0} role="region" aria-label="What each pupil gets">
        <table>
          <thead>
            <tr>
              <th scope="col">Pupil</th>
              <th scope="col">To prepare</th>
              <th scope="col" className="number">
                Sound
              </th>
              <th scope="col" className="number">
                Size
              </th>
            </tr>
          </thead>
          <tbody>
            {plan.pupils.map((pupil) => (
              <tr key={pupil.pupilId}>
                <th scope="row">
                  {pupil.name}
                  <small>{pupil.voice}</small>
                </th>
                {pupil.error === null ? (
                  <>
                    <td>
                      {formatShare(pupil)}
                      <small>
                        {pupil.fileName}
                        {pupil.files > 1 ? ` and ${count(pupil.files - 1, 'more file')}` : ''}
                      </small>
                    </td>
                    <td className="number">{clock(pupil.seconds)}</td>
                    <td className="number">{formatSize(pupil.bytes)}</td>
                  </>
                ) : (
                  <td colSpan={3}>
                    <Notice kind="error">{pupil.error}</Notice>
                  </td>
                )}
              </tr>
            ))}
          </tbody>
          <tfoot>
            <tr>
              <th scope="row">All</th>
              <td>
                {count(
                  plan.pupils.reduce((sum, { files }) => sum + files, 0),
                  'file',
                )}
              </td>
              <td className="number">{clock(total.seconds)}</td>
              <td className="number">{formatSize(total.bytes)}</td>
            </tr>
          </tfoot>
        </table>
      </Frame>
    </>
  );
}

function capital(text: string): string {
  return text.charAt(0).toUpperCase() + text.slice(1);
}

function money(price: number, currency: string): string {
  return price.toLocaleString('en-GB', { style: 'currency', currency });
}
