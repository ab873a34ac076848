import type { CheckedText } from '@aurelfield/api';
import styled from 'styled-components';
import { Sheet } from '../../ui/layout.tsx';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 0.95rem;

  th,
  td {
    padding: 0.3rem 0.25rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    overflow-wrap: anywhere;
  }

  td + td {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
`;

/** How hard each section is to read. */
export function Sections({ sections }: { readonly sections: CheckedText['sections'] }) {
  if (sections.length === 0) return null;
  return (
    <Sheet aria-labelledby="readability" style={{ marginTop: '1rem' }}>
      <h2 id="readability">How hard it is</h2>
      <Table>
        <thead>
          <tr>
            <th scope="col">Section</th>
            <th scope="col">Ease</th>
            <th scope="col">Grade</th>
          </tr>
        </thead>
        <tbody>
          {sections.map(({ block, title, ease, grade }) => (
            <tr key={block}>
              <td>{title === '' ? 'Opening' : title}</td>
              <td>{ease.toFixed(0)}</td>
              <td>{Math.max(0, grade).toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p style={{ margin: '0.5rem 0 0', fontSize: '0.9rem' }}>
        Ease after Flesch: 90 is easy, 60 plain, 30 hard. Grade after Kincaid: years of schooling.
      </p>
    </Sheet>
  );
}
