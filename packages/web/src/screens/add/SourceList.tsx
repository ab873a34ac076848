import { FileText, Globe, LoaderCircle, X } from 'lucide-react';
import styled from 'styled-components';
import { usePlaceInLine } from '../../api/importQueries.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Fact } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import type { Source } from './useSources.ts';

const List = styled.ul`
  display: grid;
  gap: 0.5rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li > div {
    display: flex;
    gap: 0.6rem;
    align-items: center;
    padding: 0.35rem 0.35rem 0.35rem 0.8rem;
    border: 1px solid var(--line);
    border-radius: var(--radius);
    background: var(--surface);
    overflow-wrap: anywhere;
  }

  li > div > span {
    flex: 1;
    min-width: 0;
  }

  svg {
    flex: none;
  }
`;

interface SourceListProps {
  readonly sources: readonly Source[];
  readonly onRemove: (id: number) => void;
  /** Takes the pages of a scanned PDF as photos, in the place of the file. */
  readonly onScan?: (source: Source) => void;
}

/** Files and pages that were chosen: what is being read, what was found, what could not be read and why. */
export function SourceList({ sources, onRemove, onScan }: SourceListProps) {
  return (
    <List aria-label="Chosen files and pages">
      {sources.map((source) => (
        <li key={source.id}>
          <div>
            {source.state === 'reading' ? (
              <LoaderCircle size={18} aria-hidden />
            ) : /^https?:/u.test(source.name) ? (
              <Globe size={18} aria-hidden />
            ) : (
              <FileText size={18} aria-hidden />
            )}
            <span>
              {source.name}{' '}
              <Fact role="status">
                {source.state === 'reading' && <Place of={source.key} />}
                {source.found && factsOf(source.found)}
              </Fact>
            </span>
            <IconButton
              aria-label={
                source.state === 'reading' ? `Stop reading ${source.name}` : `Remove ${source.name}`
              }
              onPress={() => onRemove(source.id)}
            >
              <X size={18} aria-hidden />
            </IconButton>
          </div>
          {source.error !== undefined && (
            <Notice
              kind="error"
              action={
                source.scan && onScan ? (
                  <Button onPress={() => onScan(source)}>Add its pages as photos</Button>
                ) : undefined
              }
            >
              {source.error}
            </Notice>
          )}
        </li>
      ))}
    </List>
  );
}

/** Whether a file is on its way, is being read, or waits, and for how many. */
function Place({ of }: { readonly of: string | undefined }) {
  const { data } = usePlaceInLine(of);
  // Not in the server's line: it waits in the browser, is being sent, or fetched.
  const ahead = data?.ahead ?? undefined;
  if (ahead === undefined) return 'Fetching …';
  return ahead === 0 ? 'Reading …' : `Waiting for ${count(ahead, 'other document')} …`;
}

function factsOf(found: NonNullable<Source['found']>): string {
  const encodings: Readonly<Record<string, string>> = {
    'utf-16le': 'read as UTF-16',
    'utf-16be': 'read as UTF-16',
    'windows-1252': 'read as Windows-1252',
  };
  return [count(found.words, 'word'), encodings[found.encoding ?? ''] ?? '']
    .filter((fact) => fact !== '')
    .join(', ');
}
