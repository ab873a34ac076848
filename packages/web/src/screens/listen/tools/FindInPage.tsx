import { Button } from '../../../ui/Button.tsx';
import { Field } from '../../../ui/fields.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';

interface FindInPageProps {
  readonly wanted: string;
  readonly onWanted: (wanted: string) => void;
  readonly count: number;
  readonly at: number;
  readonly onGo: (at: number) => void;
  readonly onPlay: () => void;
}

/** Finds words in the page; Enter goes to the next place, Shift Enter to the one before. */
export function FindInPage({ wanted, onWanted, count, at, onGo, onPlay }: FindInPageProps) {
  const go = (by: number) => count > 0 && onGo((at + by + count) % count);
  return (
    <>
      <div data-autofocus>
        <Field
          label="Words to find"
          value={wanted}
          onChange={onWanted}
          onKeyDown={(event) => {
            if (event.key === 'Enter') go(event.shiftKey ? -1 : 1);
          }}
        />
      </div>
      <Fact role="status">
        {wanted.trim() === '' ? '' : count === 0 ? 'Not in this handout.' : `${at + 1} of ${count}`}
      </Fact>
      <Row>
        <Button isDisabled={count === 0} onPress={() => go(-1)}>
          Before
        </Button>
        <Button isDisabled={count === 0} onPress={() => go(1)}>
          Next
        </Button>
        <Button isDisabled={count === 0} onPress={onPlay}>
          Play from here
        </Button>
      </Row>
    </>
  );
}
