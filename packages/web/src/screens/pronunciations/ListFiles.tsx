import type { Imported, Pupil, Scope } from '@aurelfield/api';
import { FileInput, FileOutput } from 'lucide-react';
import { useState } from 'react';
import { Dialog, DialogTrigger, FileTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { useImportEntries } from '../../api/pronunciationQueries.ts';
import { Button, outlined, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { ScopeFields } from './ScopeFields.tsx';

const Box = styled(Popover)`
  width: min(24rem, calc(100vw - 2rem));
  max-height: 80vh;
  overflow: auto;
  padding: 1.1rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  box-shadow: var(--shadow);

  section {
    display: flex;
    flex-direction: column;
    gap: 0.8rem;
  }
`;

const Download = styled.a`
  ${outlined}
`;

/** Lists in and out: W3C lexicons (PLS) and tables (CSV). */
export function ListFiles({ pupils }: { readonly pupils: readonly Pupil[] }) {
  const [list, setList] = useState<{ scope: Scope; scopeValue: string }>({ scope: 'school', scopeValue: '' });
  const bringIn = useImportEntries();
  const [chosen, setChosen] = useState<File>();
  const complete = (list.scope === 'school') === (list.scopeValue === '');
  const address = (format: string) =>
    `/api/pronunciations/file/${format}?scope=${list.scope}&scopeValue=${encodeURIComponent(list.scopeValue)}`;
  return (
    <DialogTrigger>
      <Button>
        <FileInput size={18} aria-hidden /> Import and export
      </Button>
      <Box placement="bottom end">
        <Dialog aria-label="Import and export">
          <div style={{ display: 'grid', gap: '0.8rem' }}>
            <strong>Which list</strong>
            <ScopeFields scope={list.scope} scopeValue={list.scopeValue} pupils={pupils} onChange={setList} />
            <Row>
              <FileTrigger
                acceptedFileTypes={['.pls', '.xml', '.csv', '.txt', '.tsv']}
                onSelect={(files) => {
                  const file = files?.[0];
                  if (!file) return;
                  setChosen(file);
                  bringIn.mutate({ file, ...list, preview: true });
                }}
              >
                <Button isDisabled={!complete || bringIn.isPending}>
                  <FileInput size={18} aria-hidden /> Import a PLS or CSV file
                </Button>
              </FileTrigger>
              {complete && (
                <>
                  <Download href={address('pls')} download>
                    <FileOutput size={18} aria-hidden /> As PLS
                  </Download>
                  <Download href={address('csv')} download>
                    <FileOutput size={18} aria-hidden /> As CSV
                  </Download>
                </>
              )}
            </Row>
            {bringIn.isError && <Notice kind="error">{messageOf(bringIn.error)}</Notice>}
            {bringIn.data && <Outcome imported={bringIn.data} />}
            {bringIn.data && chosen && bringIn.variables.preview && (
              <Row>
                <SolidButton
                  isDisabled={bringIn.isPending}
                  onPress={() => bringIn.mutate({ file: chosen, ...list, preview: false })}
                >
                  Import
                </SolidButton>
                <PlainButton onPress={() => bringIn.reset()}>Cancel</PlainButton>
              </Row>
            )}
          </div>
        </Dialog>
      </Box>
    </DialogTrigger>
  );
}

/** What a file changes, before and after the import. */
function Outcome({ imported: { added, replaced, changes, warnings } }: { readonly imported: Imported }) {
  const isPreview = changes.length > 0;
  return (
    <Notice kind="hint">
      {count(added, 'word')} {isPreview ? 'would be added' : 'added'}, {replaced}{' '}
      {isPreview ? 'would be' : ''} replaced.
      {changes.slice(0, SHOWN).map(({ written, said, before }) => (
        <p key={`${written} ${said}`}>
          {written}: {before === null ? said : `${before} → ${said}`}
        </p>
      ))}
      {changes.length > SHOWN && <p>And {changes.length - SHOWN} more.</p>}
      {warnings.slice(0, SHOWN).map((warning) => (
        <p key={warning}>Left out: {warning}</p>
      ))}
      {warnings.length > SHOWN && <p>And {warnings.length - SHOWN} more are left out.</p>}
    </Notice>
  );
}

const SHOWN = 8;
