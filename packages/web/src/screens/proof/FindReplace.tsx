import type { BlockView } from '@aurelfield/api';
import { Search } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Dialog, DialogTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { Panel } from '../../ui/Panel.tsx';
import { count } from '../../ui/say.ts';

const Words = styled(Panel)`
  form {
    display: grid;
    gap: 0.8rem;
  }
`;

interface FindReplaceProps {
  readonly blocks: readonly BlockView[];
  readonly onReplace: (blocks: readonly BlockView[]) => void;
}

/** Puts one text in the place of another everywhere, as one step that can be undone. */
export function FindReplace({ blocks, onReplace }: FindReplaceProps) {
  const [find, setFind] = useState('');
  const [replace, setReplace] = useState('');
  const matches = useMemo(
    () => (find === '' ? 0 : blocks.reduce((sum, { text }) => sum + text.split(find).length - 1, 0)),
    [blocks, find],
  );
  return (
    <DialogTrigger>
      <Button>
        <Search size={18} aria-hidden /> Find and replace
      </Button>
      <Words placement="bottom start">
        <Dialog aria-label="Find and replace">
          <form
            onSubmit={(event) => {
              event.preventDefault();
              if (matches > 0)
                onReplace(
                  blocks.map((block) => ({ ...block, text: block.text.replaceAll(find, () => replace) })),
                );
            }}
          >
            <Field label="Find" value={find} onChange={setFind} />
            <Field label="Replace with" value={replace} onChange={setReplace} />
            <p role="status" style={{ margin: 0 }}>
              {find === '' ? 'Capitals count.' : `Found ${count(matches, 'time')}.`}
            </p>
            <Row>
              <Button type="submit" isDisabled={matches === 0}>
                Replace all
              </Button>
            </Row>
          </form>
        </Dialog>
      </Words>
    </DialogTrigger>
  );
}
