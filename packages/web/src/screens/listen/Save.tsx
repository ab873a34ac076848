import type { ExportFormat, Job, Reading } from '@aurelfield/api';
import { Download } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { beginExport, cancelJob, useJob } from '../../api/jobQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';

const Options = styled(Popover)`
  min-width: 17rem;
  padding: 0.25rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  box-shadow: var(--shadow);

  [role='menuitem'] {
    padding: 0.5rem 0.7rem;
    border-radius: 7px;
    cursor: pointer;
  }

  [data-focused] {
    background: var(--accent-soft);
  }
`;

const FORMATS: readonly { id: ExportFormat; name: string }[] = [
  { id: 'mp3', name: 'MP3, small, plays anywhere' },
  { id: 'wav', name: 'WAV, large, for editing' },
];

/** Saves the reading as a file: makes what is missing, shows how far it is, then hands the file to the browser. */
export function Save({ reading, pupilName }: { readonly reading: Reading; readonly pupilName: string }) {
  const [started, setStarted] = useState<Job>();
  const [error, setError] = useState<string>();
  const { data } = useJob(started?.id);
  const job = data ?? started;
  const handedOver = useRef<Job>(undefined);
  useEffect(() => {
    if (job?.state !== 'done' || job.file === null || handedOver.current === job) return;
    handedOver.current = job;
    const link = document.createElement('a');
    link.href = job.file;
    link.download = job.fileName ?? '';
    link.click();
  }, [job]);
  const begin = (format: ExportFormat) => {
    setError(undefined);
    beginExport(reading.id, format).then(setStarted, (failure: unknown) => setError(messageOf(failure)));
  };
  const going = job?.state === 'waiting' || job?.state === 'running';
  const failed = error ?? (job?.state === 'failed' ? job.error : null);
  return (
    <Row>
      {failed !== null && failed !== undefined && <Notice kind="error">{failed}</Notice>}
      {going && job ? (
        <>
          <div style={{ width: '14rem' }}>
            <Progress label={`Saving for ${pupilName}`} done={job.done} total={job.total} />
          </div>
          <Button onPress={() => void cancelJob(job.id).then(() => setStarted(undefined))}>Cancel</Button>
        </>
      ) : (
        <MenuTrigger>
          <Button>
            <Download size={18} aria-hidden /> Save as a file
          </Button>
          <Options placement="bottom end">
            <Menu items={FORMATS} onAction={(key) => begin(key === 'wav' ? 'wav' : 'mp3')}>
              {({ id, name }) => <MenuItem id={id}>{name}</MenuItem>}
            </Menu>
          </Options>
        </MenuTrigger>
      )}
    </Row>
  );
}
