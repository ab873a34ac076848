import { useEffect, useState } from 'react';
import styled, { createGlobalStyle } from 'styled-components';
import { Button, PlainButton } from '../../../ui/Button.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';
import { Notice } from '../../../ui/Notice.tsx';
import {
  ACTIONS,
  keyName,
  formatKey,
  USUAL_SHORTCUTS,
  wrongWith,
  type ActionId,
  type Shortcuts,
} from '../shortcuts.ts';

const Table = styled.table`
  width: 100%;
  border-collapse: collapse;

  th,
  td {
    padding: 0.2rem 0.4rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    font-weight: 400;
  }

  td:first-of-type {
    white-space: nowrap;
    font-weight: 650;
  }
`;

/** On paper there is only the table. */
const OnPaper = createGlobalStyle`
  @media print {
    body * { visibility: hidden; }
    #shortcuts, #shortcuts * { visibility: visible; }
    #shortcuts { position: absolute; inset: 0; }
    #shortcuts button { display: none; }
  }
`;

/** All keys of the listening screen; each can be changed, and the table can be printed. */
export function KeyboardShortcuts({
  shortcuts,
  onChange,
}: {
  readonly shortcuts: Shortcuts;
  readonly onChange: (shortcuts: Shortcuts) => void;
}) {
  const [waiting, setWaiting] = useState<ActionId>();
  const [wrong, setWrong] = useState<string>();
  useEffect(() => {
    if (waiting === undefined) return;
    const take = (event: KeyboardEvent) => {
      if (['Shift', 'Control', 'Alt', 'Meta'].includes(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      setWaiting(undefined);
      if (event.key === 'Escape') return;
      const key = keyName(event);
      const fault = wrongWith(shortcuts, waiting, key);
      setWrong(fault);
      if (fault === undefined) onChange({ ...shortcuts, [waiting]: key });
    };
    document.addEventListener('keydown', take, true);
    return () => document.removeEventListener('keydown', take, true);
  }, [waiting, shortcuts, onChange]);
  return (
    <>
      <OnPaper />
      {wrong !== undefined && <Notice kind="error">{wrong}</Notice>}
      <Table id="shortcuts">
        <tbody>
          {ACTIONS.map(({ id, does }) => (
            <tr key={id}>
              <th scope="row">{does}</th>
              <td>{waiting === id ? 'press a key …' : formatKey(shortcuts[id])}</td>
              <td>
                <PlainButton
                  aria-label={`Change the key for ${does}`}
                  onPress={() => {
                    setWrong(undefined);
                    setWaiting(id);
                  }}
                >
                  Change
                </PlainButton>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
      <Fact>Esc cancels. Keys are kept in this browser.</Fact>
      <Row>
        <Button onPress={() => window.print()}>Print</Button>
        <PlainButton onPress={() => onChange(USUAL_SHORTCUTS)}>Reset</PlainButton>
      </Row>
    </>
  );
}
