import { useState } from 'react';
import styled from 'styled-components';
import {
  useChangePupilRecords,
  useChangeSchoolRecords,
  useDeleteRecords,
  useRecordSettings,
} from '../../api/recordQueries.ts';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { CheckboxField } from '../../ui/CheckboxField.tsx';

const List = styled.ul`
  display: grid;
  gap: 0.2rem;
  margin: 0;
  padding: 0;
  list-style: none;
`;

const TIMES = [
  { id: '30', name: 'a month' },
  { id: '90', name: 'three months' },
  { id: '180', name: 'half a year' },
  { id: '365', name: 'a year' },
  { id: '730', name: 'two years' },
];

/** Whether listening is recorded, whose, and for how long; and how all of it is deleted. */
export function RetentionSettings() {
  const settings = useRecordSettings();
  const school = useChangeSchoolRecords();
  const pupil = useChangePupilRecords();
  const remove = useDeleteRecords();
  const [asking, setAsking] = useState<string>();
  if (settings.isError) return <Notice kind="error">{messageOf(settings.error)}</Notice>;
  if (!settings.data) return <p aria-busy="true">Fetching …</p>;
  const { keeps, days, pupils } = settings.data;
  const failed = [school, pupil, remove].find(({ isError }) => isError);
  const times = TIMES.some(({ id }) => id === String(days)) ? TIMES : [...TIMES, { id: String(days), name: count(days, 'day') }]; // prettier-ignore
  return (
    <>
      <h2>What is kept</h2>
      <p>
        Records stay on this school’s own server. Each pupil’s page says what you see. Nothing about a pupil
        is recorded before somebody has agreed.
      </p>
      {failed && <Notice kind="error">{messageOf(failed.error)}</Notice>}
      <CheckboxField isSelected={keeps} onChange={(wanted) => school.mutate({ keeps: wanted })}>
        This school keeps listening records
      </CheckboxField>
      <SelectField
        label="Kept for"
        value={String(days)}
        options={times}
        onChange={(wanted) => school.mutate({ days: Number(wanted) })}
      />
      <h3>Consent given</h3>
      <List>
        {pupils.map(({ id, name, keeps: own, events }) => (
          <li key={id}>
            <Row>
              <CheckboxField
                isSelected={own}
                isDisabled={!keeps}
                onChange={(wanted) => pupil.mutate({ id, keeps: wanted })}
              >
                {name}
              </CheckboxField>
              {events > 0 && (
                <>
                  <Fact>{count(events, 'entry', 'entries')}</Fact>
                  {asking === id ? (
                    <>
                      <span>Delete everything kept about {name}, messages too?</span>
                      <Button
                        onPress={() => {
                          remove.mutate({ pupilId: id });
                          setAsking(undefined);
                        }}
                      >
                        Delete for good
                      </Button>
                      <PlainButton onPress={() => setAsking(undefined)}>Keep it</PlainButton>
                    </>
                  ) : (
                    <PlainButton aria-label={`Delete the records of ${name}`} onPress={() => setAsking(id)}>
                      Delete
                    </PlainButton>
                  )}
                </>
              )}
            </Row>
          </li>
        ))}
      </List>
    </>
  );
}
