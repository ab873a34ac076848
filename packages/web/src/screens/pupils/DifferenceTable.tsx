import styled from 'styled-components';
import { Fact } from '../../ui/layout.tsx';
import type { Difference } from './differences.ts';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-size: 0.95rem;

  th,
  td {
    padding: 0.25rem 0.4rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    vertical-align: top;
    overflow-wrap: anywhere;
  }

  tbody th {
    font-weight: 400;
  }
`;

/** Two profiles line by line, as far as they differ. */
export function DifferenceTable({
  differences,
  before,
  after,
}: {
  readonly differences: readonly Difference[];
  readonly before: string;
  readonly after: string;
}) {
  if (differences.length === 0) return <Fact>They are alike.</Fact>;
  return (
    <Table>
      <thead>
        <tr>
          <th scope="col">Setting</th>
          <th scope="col">{before}</th>
          <th scope="col">{after}</th>
        </tr>
      </thead>
      <tbody>
        {differences.map(({ what, before: then, after: now }) => (
          <tr key={what}>
            <th scope="row">{what}</th>
            <td>{then}</td>
            <td>{now}</td>
          </tr>
        ))}
      </tbody>
    </Table>
  );
}
