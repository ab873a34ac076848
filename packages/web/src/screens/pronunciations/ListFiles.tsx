import type { Pupil, Scope } from '@aurelfield/api';
import { FileInput, FileOutput } from 'lucide-react';
import { useState } from 'react';
import { Dialog, DialogTrigger, FileTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { useImportEntries } from '../../api/pronunciationQueries.ts';
import { Button, outlined } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/say.ts';
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
  const complete = (list.scope === 'school') === (list.scopeValue === '');
  const address = (format: string) =>
    `/api/pronunciations/file/${format}?scope=${list.scope}&scopeValue=${encodeURIComponent(list.scopeValue)}`;
  return (
    <DialogTrigger>
      <Button>
        <FileInput size={18} aria-hidden /> Lists as files
      </Button>
      <Box placement="bottom end">
        <Dialog aria-label="Lists as files">
          <div style={{ display: 'grid', gap: '0.8rem' }}>
            <strong>Which list</strong>
            <ScopeFields scope={list.scope} scopeValue={list.scopeValue} pupils={pupils} onChange={setList} />
            <Row>
              <FileTrigger
                acceptedFileTypes={['.pls', '.xml', '.csv', '.txt', '.tsv']}
                onSelect={(files) => {
                  const file = files?.item(0);
                  if (file) bringIn.mutate({ file, ...list });
                }}
              >
                <Button isDisabled={!complete || bringIn.isPending}>
                  <FileInput size={18} aria-hidden /> Bring in a PLS or CSV file
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
            {bringIn.data && (
              <Notice kind="hint">
                {count(bringIn.data.added, 'word')} added, {bringIn.data.replaced} replaced.
                {bringIn.data.warnings.slice(0, 5).map((warning) => (
                  <p key={warning}>{warning}</p>
                ))}
                {bringIn.data.warnings.length > 5 && (
                  <p>And {bringIn.data.warnings.length - 5} more were left out.</p>
                )}
              </Notice>
            )}
          </div>
        </Dialog>
      </Box>
    </DialogTrigger>
  );
}
