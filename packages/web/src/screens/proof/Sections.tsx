import type { CheckedText } from '@aurelfield/api';
import styled from 'styled-components';
import { Card } from '../../ui/layout.tsx';

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

  th + th,
  td + td {
    font-variant-numeric: tabular-nums;
    white-space: nowrap;
  }
`;

/** The formulas leave their scales for very short and very long sentences. */
function within(value: number, least: number, most: number): number {
  return Math.min(most, Math.max(least, value));
}

/** Flesch's own names for his scale (1948, from memory). */
const NAMES = [[90, 'very easy'], [80, 'easy'], [70, 'fairly easy'], [60, 'plain'], [50, 'fairly hard'], [30, 'hard']] as const; // prettier-ignore

function inWords(ease: number): string {
  return NAMES.find(([from]) => ease >= from)?.[1] ?? 'very hard';
}

/** How hard each section is to read. */
export function Sections({ sections }: { readonly sections: CheckedText['sections'] }) {
  if (sections.length === 0) return null;
  return (
    <Card aria-labelledby="readability" style={{ marginTop: '1rem' }}>
      <h2 id="readability">Reading level</h2>
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
              <td>
                {within(ease, 0, 100).toFixed(0)}, {inWords(ease)}
              </td>
              <td>{within(grade, 0, 18).toFixed(1)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      <p style={{ margin: '0.5rem 0 0', fontSize: '0.9rem' }}>
        Ease from 0 to 100 (Flesch): words of few syllables in short sentences are easy. Grade (Kincaid):
        years of schooling that a reader needs, from 0 to 18. Both count only lengths, and say little of
        sections of less than 100 words.
      </p>
    </Card>
  );
}
