import { Label, ProgressBar } from 'react-aria-components';
import styled from 'styled-components';

const Frame = styled(ProgressBar)`
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 0.15rem 0.75rem;
  font-size: 0.95rem;

  .track {
    grid-column: 1 / -1;
    height: 8px;
    border-radius: 4px;
    background: var(--sunk);
    border: 1px solid var(--edge);
    overflow: hidden;
  }

  .fill {
    height: 100%;
    background: var(--accent);
    transition: width var(--quick) linear;
  }
`;

/** How far long work is. */
export function Progress({
  label,
  done,
  total,
}: {
  readonly label: string;
  readonly done: number;
  readonly total: number;
}) {
  const known = total > 0;
  return (
    <Frame value={known ? done : 0} maxValue={Math.max(total, 1)} isIndeterminate={!known}>
      {({ percentage }) => (
        <>
          <Label>{label}</Label>
          <span>{known ? `${Math.floor(percentage ?? 0)} %` : ''}</span>
          <div className="track">
            <div className="fill" style={{ width: `${percentage ?? 0}%` }} />
          </div>
        </>
      )}
    </Frame>
  );
}
