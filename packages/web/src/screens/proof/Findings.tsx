import { Check, ChevronDown, ChevronUp, Volume2 } from 'lucide-react';
import { Fragment, type KeyboardEvent, type ReactNode, type RefObject } from 'react';
import styled from 'styled-components';
import { useSuggestions } from '../../api/proofQueries.ts';
import type { Place } from '../../proof/places.ts';
import { Button, IconButton, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const List = styled.ol`
  max-height: 14rem;
  overflow: auto;
  margin: 0.4rem 0 0;
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

/** What is looked at stays in view: beside the text, and on a narrow screen at its foot. */
const Current = styled.div`
  display: grid;
  gap: 0.5rem;
  margin-block: 0.5rem;
  padding: 0.7rem 0.8rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--sentence);

  p {
    margin: 0;
  }

  @media (max-width: 900px) {
    position: fixed;
    z-index: 6;
    inset: auto 0 0;
    max-height: 45vh;
    margin: 0;
    overflow: auto;
    border-radius: 0;
    border-inline: 0;
  }
`;

export interface FindingsProps {
  readonly places: readonly Place[];
  /** Places that are not listed, because there are too many. */
  readonly more: number;
  readonly isLooking: boolean;
  readonly error: Error | null;
  readonly current: number;
  readonly language: string;
  /** Whether all places are listed at first; a photo wants the room for itself. */
  readonly isListOpen: boolean;
  /** The place on the photo, for a word that was read of one. */
  readonly picture: ReactNode;
  /** The first of the buttons for the current place, into which a key leads. */
  readonly first: RefObject<HTMLDivElement | null>;
  readonly onGoTo: (index: number) => void;
  readonly onNext: (by: 1 | -1) => void;
  readonly onCorrect: (place: Place, text: string) => void;
  /** Takes it for right as it is; nothing where that cannot be remembered. */
  readonly onRight: ((place: Place) => void) | undefined;
  /** Leads back into the text. */
  readonly onLeave: () => void;
  /** Says a word in the chosen voice; nothing where there is none. */
  readonly onHear: ((text: string) => void) | undefined;
}

/** All places to look at in one queue, with one set of keys: each with what could be done. */
export function Findings(props: FindingsProps) {
  const { places, more, isLooking, error, current, isListOpen, onGoTo, onNext } = props;
  const place = places[current];
  return (
    <Card aria-labelledby="to-look-at" aria-busy={isLooking}>
      <Row style={{ justifyContent: 'space-between' }}>
        <h2 id="to-look-at">To check</h2>
        <Row>
          <IconButton
            aria-label="The place before (Shift F8)"
            isDisabled={places.length === 0}
            onPress={() => onNext(-1)}
          >
            <ChevronUp size={18} aria-hidden />
          </IconButton>
          <IconButton
            aria-label="The next place (F8)"
            isDisabled={places.length === 0}
            onPress={() => onNext(1)}
          >
            <ChevronDown size={18} aria-hidden />
          </IconButton>
        </Row>
      </Row>
      {error && <Notice kind="error">{messageOf(error)}</Notice>}
      <Fact role="status">
        {place
          ? `Place ${current + 1} of ${places.length}: ${place.kind}${place.text === '' ? '' : `, “${shortened(place.text)}”`}.`
          : places.length > 0
            ? `${count(places.length + more, 'place')}. F8 goes to the next, from where the cursor is.`
            : isLooking
              ? 'Looking …'
              : 'Nothing to check.'}
      </Fact>
      {place && <Here key={place.key} {...props} place={place} />}
      {places.length > 0 && (
        <details open={isListOpen}>
          <summary>All places</summary>
          <List aria-label="All places">
            {places.map((one, i) => (
              <li key={one.key} aria-current={i === current}>
                <PlainButton onPress={() => onGoTo(i)}>
                  <span>
                    <b>{shortened(one.text) || one.kind}</b> {one.kind}
                  </span>
                </PlainButton>
              </li>
            ))}
          </List>
        </details>
      )}
    </Card>
  );
}

function Here({
  place,
  language,
  picture,
  first,
  onCorrect,
  onRight,
  onNext,
  onLeave,
  onHear,
}: FindingsProps & { readonly place: Place }) {
  const isSpelling = place.kind === 'spelling';
  const suggestions = useSuggestions(isSpelling ? place.text : undefined, language);
  const instead = isSpelling ? (suggestions.data ?? []) : place.instead;
  // A suggestion that comes late would push the buttons along, and the key meant for it would press another.
  const isWaiting = suggestions.isLoading;
  const onKey = (event: KeyboardEvent<HTMLDivElement>) => {
    if (event.key === 'Escape') {
      event.preventDefault();
      onLeave();
    }
    const by = event.key === 'ArrowDown' || event.key === 'ArrowRight' ? 1 : event.key === 'ArrowUp' || event.key === 'ArrowLeft' ? -1 : 0; // prettier-ignore
    if (by === 0) return;
    const buttons = [...event.currentTarget.querySelectorAll('button')];
    const at = buttons.findIndex((button) => button === document.activeElement);
    buttons[(at + by + buttons.length) % buttons.length]?.focus();
    event.preventDefault();
  };
  return (
    <Current ref={first} role="group" aria-label="What can be done here" onKeyDown={onKey}>
      {picture}
      <p>{place.message}</p>
      <Row>
        {instead.map((word) => (
          <Fragment key={word}>
            <Button onPress={() => onCorrect(place, word)}>{word.trim() === '' ? 'One space' : word}</Button>
            {/\p{L}/u.test(word) && onHear && (
              <IconButton aria-label={`Hear “${word}”`} onPress={() => onHear(word)}>
                <Volume2 size={18} aria-hidden />
              </IconButton>
            )}
          </Fragment>
        ))}
        {isWaiting && <Fact role="status">Looking for suggestions …</Fact>}
        {onRight && !isWaiting && (
          <Button onPress={() => onRight(place)}>
            <Check size={18} aria-hidden /> Correct
          </Button>
        )}
        {!isWaiting && <PlainButton onPress={() => onNext(1)}>Skip</PlainButton>}
      </Row>
      <Fact>
        {instead.length > 0 || onRight ? 'F9 leads here, Esc back to the text. ' : ''}
        {onRight ? 'Ctrl Enter: correct. ' : ''}Or type over it.
      </Fact>
    </Current>
  );
}

function shortened(text: string): string {
  return text.length > 40 ? `${text.slice(0, 37)}…` : text;
}
