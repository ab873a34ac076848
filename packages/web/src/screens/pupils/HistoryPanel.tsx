import type { PastProfile, Profile, VoiceInfo } from '@aurelfield/api';
import { useState } from 'react';
import styled from 'styled-components';
import { usePastProfiles } from '../../api/pupilQueries.ts';
import { Button } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { DifferenceTable } from './DifferenceTable.tsx';
import { differencesOf, formatDifferences } from './differences.ts';

const Past = styled.ol`
  display: grid;
  gap: 0.75rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    gap: 0.35rem;
    padding-block-end: 0.75rem;
    border-bottom: 1px solid var(--line);
  }
`;

interface HistoryPanelProps {
  readonly pupilId: string | undefined;
  readonly profile: Profile;
  readonly voices: readonly VoiceInfo[];
  readonly onHear: (profile: Profile) => void;
  readonly onBringBack: (profile: Profile, from: string) => void;
  readonly onSetAside: (profile: Profile) => void;
}

/**
 * The profiles that a pupil had, with why they were changed and what was tried; each can be compared, by line
 * and by ear, and brought back.
 */
export function HistoryPanel({
  pupilId,
  profile,
  voices,
  onHear,
  onBringBack,
  onSetAside,
}: HistoryPanelProps) {
  const past = usePastProfiles(pupilId);
  const [compared, setCompared] = useState<string>();
  if (pupilId === undefined) return <Fact>The history begins when the pupil is saved.</Fact>;
  if (past.isPending) return <p aria-busy="true">Fetching the history …</p>;
  if (past.isError)
    return (
      <Notice kind="error" action={<Button onPress={() => void past.refetch()}>Try again</Button>}>
        {messageOf(past.error)}
      </Notice>
    );
  return (
    <Past>
      {past.data.map((one, i) => {
        const before = past.data[i + 1];
        const changed = before
          ? formatDifferences(differencesOf(before.profile, one.profile, voices))
          : 'first version';
        return (
          <li key={one.id}>
            <span>
              <strong>{moment(one.createdAt)}</strong> {one.current && '(current)'}{' '}
              <Fact>{one.teacher ?? ''}</Fact>
            </span>
            <span>{changed}</span>
            {one.reason !== '' && <em>{one.reason}</em>}
            {one.trials.map((trial, nth) => (
              <Fact key={nth}>{formatTrial(trial)}</Fact>
            ))}
            <Row>
              <Button onPress={() => onHear(one.profile)}>Hear it</Button>
              <Button
                onPress={() => setCompared(compared === one.id ? undefined : one.id)}
                aria-expanded={compared === one.id}
              >
                Compare with now
              </Button>
              <Button onPress={() => onSetAside(one.profile)}>Compare</Button>
              <Button onPress={() => onBringBack(one.profile, moment(one.createdAt))}>Restore</Button>
            </Row>
            {compared === one.id && (
              <DifferenceTable
                differences={differencesOf(one.profile, profile, voices)}
                before="Then"
                after="Now"
              />
            )}
          </li>
        );
      })}
    </Past>
  );
}

function moment(iso: string): string {
  return new Date(iso).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  });
}

function formatTrial({ blind, heard, chosen }: PastProfile['trials'][number]): string {
  const picked = heard[chosen];
  return `${heard.length} heard ${blind ? 'blind' : 'side by side'}; chosen: ${picked?.differs ?? ''}`;
}
