import type { Profile, Trial, VoiceInfo } from '@aurelfield/api';
import { Plus, Shuffle, Volume2, X } from 'lucide-react';
import { useState } from 'react';
import styled from 'styled-components';
import { Button, IconButton, SolidButton } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { differencesOf, formatDifferences } from './differences.ts';

const MOST = 4;
const LETTERS = ['A', 'B', 'C', 'D'] as const;
const ORDER = ['First', 'Second', 'Third', 'Fourth'] as const;

const Settings = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(min(12rem, 100%), 1fr));
  gap: 0.6rem;
  margin: 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    gap: 0.4rem;
    align-content: start;
    padding: 0.6rem 0.75rem;
    border: 1px solid var(--edge);
    border-radius: var(--radius);
  }

  li[data-heard='true'] {
    border-color: var(--accent);
    box-shadow: 0 0 0 2px var(--accent);
  }

  strong {
    font-family: var(--face-title);
  }
`;

interface SideBySideProps {
  /** The settings as they are now. */
  readonly profile: Profile;
  /** Those to compare with: as stored. */
  readonly stored: Profile;
  readonly voices: readonly VoiceInfo[];
  readonly sentence: string;
  readonly isSounding: boolean;
  /** Plays in the usual loudness, so that none wins by being louder. */
  readonly onHear: (profile: Profile) => void;
  readonly onChoose: (profile: Profile, trial: Trial) => void;
  readonly aside: readonly Profile[];
  readonly onAside: (aside: readonly Profile[]) => void;
}

/**
 * Up to four settings that are heard side by side, with their names or blind in random order; what is chosen
 * becomes the present one and goes to the history.
 */
export function SideBySide({
  profile,
  stored,
  voices,
  sentence,
  isSounding,
  onHear,
  onChoose,
  aside,
  onAside,
}: SideBySideProps) {
  const [heard, setHeard] = useState<number>();
  /** In a blind comparison the order in which they are heard. */
  const [blind, setBlind] = useState<readonly number[]>();
  const [message, setMessage] = useState<string>();
  const all = [...aside, profile].slice(0, MOST);
  const describe = (one: Profile) => formatDifferences(differencesOf(stored, one, voices));
  const order = blind ?? all.map((_one, i) => i);
  const choose = (place: number) => {
    const index = order[place] ?? 0;
    const chosen = all[index];
    if (!chosen) return;
    onChoose(chosen, {
      sentence: sentence.slice(0, 300),
      blind: blind !== undefined,
      heard: all.map((one, i) => ({ name: LETTERS[i] ?? '', differs: describe(one).slice(0, 400) })),
      chosen: index,
    });
    setMessage(
      `${LETTERS[index] ?? ''} was chosen${blind ? ` – it was the ${ORDER[place]?.toLowerCase() ?? ''} one` : ''}: ${describe(chosen)}.`,
    );
    setBlind(undefined);
    setHeard(undefined);
    onAside([]);
  };
  return (
    <section aria-label="Side by side" style={{ display: 'grid', gap: '0.75rem' }}>
      <Row style={{ justifyContent: 'space-between' }}>
        <h2>Side by side</h2>
        <Row>
          <Button
            isDisabled={aside.length >= MOST - 1 || blind !== undefined}
            onPress={() => {
              setMessage(undefined);
              onAside([...aside, profile]);
            }}
          >
            <Plus size={18} aria-hidden /> Keep to compare
          </Button>
          {all.length > 1 && (
            <Button
              onPress={() => {
                setHeard(undefined);
                setBlind(blind ? undefined : shuffled(all.length));
              }}
            >
              <Shuffle size={18} aria-hidden /> {blind ? 'Show which is which' : 'Compare blind'}
            </Button>
          )}
        </Row>
      </Row>
      {all.length === 1 ? (
        <Fact>
          Keep the current settings, change something, and hear both in turn. Up to four; blind, nobody knows
          which is which.
        </Fact>
      ) : (
        <Settings>
          {order.map((index, place) => {
            const one = all[index];
            if (!one) return null;
            const name = blind ? ORDER[place] : LETTERS[index];
            return (
              <li key={place} data-heard={isSounding && heard === place}>
                <Row style={{ justifyContent: 'space-between' }}>
                  <strong>{name}</strong>
                  {!blind && index < aside.length && (
                    <IconButton
                      aria-label={`Remove ${name ?? ''}`}
                      onPress={() => onAside(aside.filter((_one, i) => i !== index))}
                    >
                      <X size={16} aria-hidden />
                    </IconButton>
                  )}
                </Row>
                <Fact>
                  {blind ? 'hidden' : `${index === all.length - 1 ? 'Now' : 'Kept'}: ${describe(one)}`}
                </Fact>
                <Row>
                  <Button
                    aria-label={`Hear ${name ?? ''}`}
                    onPress={() => {
                      setHeard(place);
                      onHear({ ...one, loudness: 'default' });
                    }}
                  >
                    <Volume2 size={18} aria-hidden /> Hear
                  </Button>
                  <SolidButton aria-label={`Choose ${name ?? ''}`} onPress={() => choose(place)}>
                    Choose
                  </SolidButton>
                </Row>
              </li>
            );
          })}
        </Settings>
      )}
      <div role="status">{message}</div>
    </section>
  );
}

/** The numbers up to `count` in random order. */
function shuffled(count: number): number[] {
  const order = Array.from({ length: count }, (_, i) => i);
  for (let i = order.length - 1; i > 0; i--) {
    const j = Math.floor(Math.random() * (i + 1));
    [order[i], order[j]] = [order[j] ?? 0, order[i] ?? 0];
  }
  return order;
}
