import type { FindingView } from '@aurelfield/api';
import { ChevronDown, ChevronUp, Volume2 } from 'lucide-react';
import { Fragment } from 'react';
import styled from 'styled-components';
import { useQueryClient } from '@tanstack/react-query';
import { useAcceptWord } from '../../api/doubtQueries.ts';
import { useSuggestions } from '../../api/proofQueries.ts';
import { Button, IconButton, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row, Sheet } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/say.ts';

const List = styled.ol`
  max-height: 16rem;
  overflow: auto;
  margin: 0;
  padding: 0;
  list-style: none;

  button {
    width: 100%;
    justify-content: flex-start;
    padding: 0.3rem 0.4rem;
    font-weight: 400;
    text-align: start;
  }

  [aria-current='true'] button {
    background: var(--accent-soft);
  }
`;

interface FindingsProps {
  readonly findings: readonly FindingView[];
  readonly total: number;
  readonly isLooking: boolean;
  readonly error: Error | null;
  readonly current: number;
  readonly language: string;
  readonly textOf: (finding: FindingView) => string;
  readonly onGoTo: (index: number) => void;
  readonly onNext: (by: 1 | -1) => void;
  readonly onCorrect: (finding: FindingView, text: string) => void;
  /** Says a word in the chosen voice; nothing where there is none. */
  readonly onHear: ((text: string) => void) | undefined;
}

/** Places to look at, one after the other, each with what could be done. */
export function Findings(props: FindingsProps) {
  const { findings, total, isLooking, error, current, textOf, onGoTo, onNext } = props;
  const finding = findings[current];
  return (
    <Sheet aria-labelledby="to-look-at">
      <Row style={{ justifyContent: 'space-between' }}>
        <h2 id="to-look-at">To look at</h2>
        <Row>
          <IconButton
            aria-label="The place before (Shift F8)"
            isDisabled={findings.length === 0}
            onPress={() => onNext(-1)}
          >
            <ChevronUp size={18} aria-hidden />
          </IconButton>
          <IconButton
            aria-label="The next place (F8)"
            isDisabled={findings.length === 0}
            onPress={() => onNext(1)}
          >
            <ChevronDown size={18} aria-hidden />
          </IconButton>
        </Row>
      </Row>
      {error && <Notice kind="error">{messageOf(error)}</Notice>}
      <Fact role="status">
        {findings.length > 0
          ? `${count(total, 'place')}. F8 goes to the next.`
          : isLooking
            ? 'Looking …'
            : 'Nothing to look at.'}
      </Fact>
      {finding && <Current key={`${current} ${textOf(finding)}`} {...props} finding={finding} />}
      <List aria-label="All places">
        {findings.map((place, i) => (
          <li key={i} aria-current={i === current}>
            <PlainButton onPress={() => onGoTo(i)}>
              <span>
                <b>{shortened(textOf(place)) || place.kind}</b> {place.kind}
              </span>
            </PlainButton>
          </li>
        ))}
      </List>
    </Sheet>
  );
}

function Current({
  finding,
  language,
  textOf,
  onCorrect,
  onNext,
  onHear,
}: FindingsProps & { readonly finding: FindingView }) {
  const client = useQueryClient();
  const accept = useAcceptWord();
  const text = textOf(finding);
  const isSpelling = finding.kind === 'spelling';
  const suggestions = useSuggestions(isSpelling ? text : undefined, language);
  const instead = isSpelling ? (suggestions.data ?? []) : finding.instead;
  return (
    <div>
      <p style={{ margin: '0.6rem 0' }}>{finding.message}</p>
      <Row>
        {instead.map((word) => (
          <Fragment key={word}>
            <Button onPress={() => onCorrect(finding, word)}>
              {word.trim() === '' ? 'One space' : word}
            </Button>
            {/\p{L}/u.test(word) && onHear && (
              <IconButton aria-label={`Hear “${word}”`} onPress={() => onHear(word)}>
                <Volume2 size={18} aria-hidden />
              </IconButton>
            )}
          </Fragment>
        ))}
        {isSpelling && (
          <PlainButton
            onPress={() =>
              accept.mutate(
                { word: text.replace(/['’]s$/u, ''), back: false },
                { onSuccess: () => void client.invalidateQueries({ queryKey: ['proof'] }) },
              )
            }
          >
            It is right
          </PlainButton>
        )}
        <PlainButton onPress={() => onNext(1)}>Leave it</PlainButton>
      </Row>
      {accept.isError && <Notice kind="error">{messageOf(accept.error)}</Notice>}
    </div>
  );
}

function shortened(text: string): string {
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}
