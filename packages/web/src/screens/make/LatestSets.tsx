import { Link } from 'react-router';
import styled from 'styled-components';
import { useClassSets } from '../../api/classSetQueries.ts';
import { Fact, Card } from '../../ui/layout.tsx';
import { count, day } from '../../ui/format.ts';

const List = styled.ul`
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    padding-block: 0.35rem;
    border-bottom: 1px solid var(--line);
  }
`;

const STATES = {
  running: 'preparing',
  paused: 'paused',
  cancelled: 'cancelled',
  failed: 'something failed',
  done: 'ready',
} as const;

/** Recent class sets, to download again or to update. */
export function LatestSets() {
  const sets = useClassSets().data ?? [];
  if (sets.length === 0) return null;
  return (
    <Card>
      <h2>Recent</h2>
      <List>
        {sets.map(({ id, title, state, items, createdAt }) => (
          <li key={id}>
            <Link to={`/make/${id}`}>{title}</Link>{' '}
            <Fact>
              {[
                count(new Set(items.map(({ pupilId }) => pupilId)).size, 'pupil'),
                day(createdAt),
                STATES[state],
              ].join(' · ')}
            </Fact>
          </li>
        ))}
      </List>
    </Card>
  );
}
