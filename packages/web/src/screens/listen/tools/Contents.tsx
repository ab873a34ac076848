import styled from 'styled-components';
import type { ReadingPlayer } from '@aurelfield/player';
import { Fact } from '../../../ui/layout.tsx';
import { clock } from '../../../ui/format.ts';
import type { Chapter } from '../blockGroups.ts';

const List = styled.ol`
  display: grid;
  gap: 0.15rem;
  margin: 0;
  padding: 0;
  list-style: none;

  button {
    display: flex;
    justify-content: space-between;
    gap: 1rem;
    width: 100%;
    min-height: 2.2rem;
    padding: 0.3rem 0.5rem;
    border: 0;
    border-radius: 7px;
    background: none;
    color: var(--ink);
    font: inherit;
    text-align: start;
    cursor: pointer;
  }

  button:hover,
  button[aria-current='true'] {
    background: var(--accent-soft);
  }
`;

/** The headings, each with when it is heard; a press goes there. */
export function Contents({
  chapters,
  current,
  firstSentence,
  player,
}: {
  readonly chapters: readonly Chapter[];
  /** The block that is read. */
  readonly current: number;
  readonly firstSentence: (block: number) => number | undefined;
  readonly player: ReadingPlayer;
}) {
  if (chapters.length === 0) return <Fact>There are no headings in this handout.</Fact>;
  const here = chapters.findLast(({ block }) => block <= current)?.block;
  return (
    <List>
      {chapters.map(({ block, level, text }) => {
        const sentence = firstSentence(block);
        return (
          <li key={block} style={{ paddingInlineStart: `${(level - 1) * 1}rem` }}>
            <button
              type="button"
              disabled={sentence === undefined}
              aria-current={block === here}
              onClick={() => sentence !== undefined && void player.seek({ sentence, word: 0 })}
            >
              <span>{text}</span>
              {sentence !== undefined && <Fact>{clock(player.track.secondOf(sentence))}</Fact>}
            </button>
          </li>
        );
      })}
    </List>
  );
}
