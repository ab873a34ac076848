import type { ExportRequest, FormatView, Job, Pupil, Reading } from '@aurelfield/api';
import { Download } from 'lucide-react';
import { useEffect, useRef, useState } from 'react';
import { Header, Menu, MenuItem, MenuSection, MenuTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { beginExport, cancelJob, useFormats, useJob } from '../../api/jobQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { MenuPopover } from '../../ui/MenuPopover.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { Progress } from '../../ui/Progress.tsx';

const Options = styled(MenuPopover)`
  width: min(24rem, 92vw);
  max-height: 60vh;
  overflow: auto;

  header {
    padding: 0.6rem 0.7rem 0.2rem;
    color: var(--quiet);
    font-size: 0.9rem;
    font-weight: 600;
  }

  small {
    display: block;
    color: var(--quiet);
    font-size: 0.85rem;
  }
`;

/** The file of an unfinished reading. */
const SO_FAR = 'so-far';
const KINDS = [
  ['sound', 'Sound'],
  ['book', 'Sound and text together'],
  ['timed text', 'Text in time'],
  ['text', 'Text'],
] as const;

/**
 * Saves the reading as a file: makes what is missing, shows how far it is, then hands the file to the
 * browser.
 */
export function Save({ reading, pupil }: { readonly reading: Reading; readonly pupil: Pupil }) {
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
  const formats = useFormats().data?.formats ?? [];
  const isPartly = reading.made > 0 && !(reading.planned && reading.made >= reading.sentences);
  const begin = (wanted: ExportRequest) => {
    setError(undefined);
    beginExport(reading.id, wanted).then(setStarted, (failure: unknown) => setError(messageOf(failure)));
  };
  const going = job?.state === 'waiting' || job?.state === 'running';
  const failed = error ?? (job?.state === 'failed' ? job.error : null);
  return (
    <Row>
      {failed !== null && failed !== undefined && <Notice kind="error">{failed}</Notice>}
      {going && job ? (
        <>
          <div style={{ width: '14rem' }}>
            <Progress label={`Saving for ${pupil.name}`} done={job.done} total={job.total} />
          </div>
          <Button onPress={() => void cancelJob(job.id).then(() => setStarted(undefined))}>Cancel</Button>
        </>
      ) : (
        <MenuTrigger>
          <Button>
            <Download size={18} aria-hidden /> Save {pupil.name}’s file
          </Button>
          <Options placement="bottom end">
            <Menu
              aria-label="Kinds of file"
              onAction={(key) =>
                begin({
                  format: key === SO_FAR ? pupil.profile.fileKind : String(key),
                  quality: pupil.profile.fileQuality,
                  partial: key === SO_FAR,
                })
              }
            >
              {isPartly && (
                <MenuItem id={SO_FAR} textValue="What is made so far">
                  What is made so far
                  <small>up to the first sentence that is not made, as {pupil.profile.fileKind}</small>
                </MenuItem>
              )}
              <FormatSection
                title={`${pupil.name}’s format`}
                formats={formats.filter(({ id }) => id === pupil.profile.fileKind)}
              />
              {KINDS.map(([group, title]) => (
                <FormatSection
                  key={group}
                  title={title}
                  formats={formats.filter((one) => one.group === group && one.id !== pupil.profile.fileKind)}
                />
              ))}
            </Menu>
          </Options>
        </MenuTrigger>
      )}
    </Row>
  );
}

function FormatSection({
  title,
  formats,
}: {
  readonly title: string;
  readonly formats: readonly FormatView[];
}) {
  return (
    <MenuSection>
      <Header>{title}</Header>
      {formats.map(({ id, label, goodFor }) => (
        <MenuItem key={id} id={id} textValue={label}>
          {label}
          <small>{goodFor}</small>
        </MenuItem>
      ))}
    </MenuSection>
  );
}
