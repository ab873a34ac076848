import type { ClassList, Pupil } from '@aurelfield/api';
import { useState } from 'react';
import { Dialog, FileTrigger, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { readClassList, useImportClassList } from '../../api/pupilQueries.ts';
import { Button, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { ModalBox, Shade } from '../../ui/ModalBox.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const Box = styled(ModalBox)`
  width: min(46rem, 100%);

  table {
    width: 100%;
    border-collapse: collapse;
  }

  th,
  td {
    padding: 0.25rem 0.5rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    overflow-wrap: anywhere;
  }
`;

/** Imports a class list after a preview. */
export function ClassListDialog({
  pupils,
  onClose,
}: {
  readonly pupils: readonly Pupil[];
  readonly onClose: () => void;
}) {
  const [list, setList] = useState<ClassList>();
  const [error, setError] = useState<string>();
  const [like, setLike] = useState<string>();
  const take = useImportClassList();
  const read = (file: File | undefined) => {
    if (!file) return;
    setError(undefined);
    setList(undefined);
    readClassList(file).then(setList, (failure: unknown) => setError(messageOf(failure)));
  };
  const added = list?.pupils.filter(({ known }) => known === null).length ?? 0;
  return (
    <Shade isOpen isDismissable onOpenChange={(isOpen) => !isOpen && onClose()}>
      <Box>
        <Dialog>
          <Heading slot="title">A class list</Heading>
          <p>
            A table saved as CSV with a column for names (“Name”, or “Surname” and “Forename”) and, if you
            want, for year, class or form, and notes; or one name per line. You see the list before anything
            is added.
          </p>
          <Row>
            <FileTrigger
              acceptedFileTypes={['.csv', '.txt', '.tsv', 'text/csv', 'text/plain']}
              onSelect={(files) => read(files?.[0])}
            >
              <Button>Choose the file</Button>
            </FileTrigger>
            {!list && <PlainButton onPress={onClose}>Cancel</PlainButton>}
          </Row>
          {error !== undefined && <Notice kind="error">{error}</Notice>}
          {list && (
            <>
              <table>
                <thead>
                  <tr>
                    <th scope="col">Name</th>
                    <th scope="col">Year</th>
                    <th scope="col">Classes</th>
                    <th scope="col">What happens</th>
                  </tr>
                </thead>
                <tbody>
                  {list.pupils.map(({ name, year, classes, known }) => (
                    <tr key={name}>
                      <th scope="row">{name}</th>
                      <td>{year}</td>
                      <td>{classes.join(', ')}</td>
                      <td>{known === null ? 'added' : 'already here, class added'}</td>
                    </tr>
                  ))}
                </tbody>
              </table>
              {list.refused.length > 0 && (
                <Notice kind="hint">
                  {count(list.refused.length, 'row')} left out:{' '}
                  {list.refused
                    .slice(0, 5)
                    .map(({ row, why }) => `row ${row}: ${why}`)
                    .join(' ')}
                </Notice>
              )}
              {added > 0 && pupils.length > 0 && (
                <SelectField
                  label="Start new pupils with"
                  value={like ?? ''}
                  options={[
                    { id: '', name: 'Standard settings' },
                    ...pupils.map(({ id, name }) => ({ id, name: `the profile of ${name}` })),
                  ]}
                  onChange={(id) => setLike(id === '' ? undefined : id)}
                />
              )}
              {take.isError && <Notice kind="error">{messageOf(take.error)}</Notice>}
              <Row>
                <SolidButton
                  isDisabled={take.isPending}
                  onPress={() =>
                    take.mutate(
                      { pupils: list.pupils, ...(like === undefined ? {} : { likePupil: like }) },
                      { onSuccess: onClose },
                    )
                  }
                >
                  {take.isPending ? 'Adding …' : `Add ${count(list.pupils.length, 'pupil')}`}
                </SolidButton>
                <PlainButton onPress={onClose}>Cancel</PlainButton>
              </Row>
            </>
          )}
        </Dialog>
      </Box>
    </Shade>
  );
}
