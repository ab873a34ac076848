import type { Reading } from '@aurelfield/api';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { useLeftOut } from '../../api/doubtQueries.ts';
import { PlainButton } from '../../ui/Button.tsx';
import { Panel } from '../../ui/Panel.tsx';
import { count } from '../../ui/format.ts';

const Words = styled(Panel)`
  ul {
    margin: 0.5rem 0 0;
    padding-inline-start: 1.2rem;
  }
`;

/**
 * What the page shows and the voice does not say, by the rule that decided so. Nothing is shown where nothing
 * is left out.
 */
export function LeftOut({ reading }: { readonly reading: Reading }) {
  const { data } = useLeftOut(reading.id);
  if (!data || data.length === 0) return null;
  return (
    <DialogTrigger>
      <PlainButton>{count(data.length, 'thing')} not said</PlainButton>
      <Words placement="bottom start">
        <Dialog aria-label="Not said">
          <strong>On the page, but not said</strong>
          <ul>
            {data.map(({ block, start, text, rule }) => (
              <li key={`${block} ${start}`}>
                <b>{text}</b> {rule}
              </li>
            ))}
          </ul>
        </Dialog>
      </Words>
    </DialogTrigger>
  );
}
