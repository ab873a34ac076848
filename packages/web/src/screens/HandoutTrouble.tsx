import { Link } from 'react-router';
import { ApiError } from '../api/client.ts';
import { Button } from '../ui/Button.tsx';
import { ScreenTitle } from '../ui/Frame.tsx';
import { messageOf, Notice } from '../ui/Notice.tsx';

interface HandoutTroubleProps {
  /** What the screen is called. */
  readonly title: string;
  readonly error: Error | null;
  readonly onRetry: () => void;
}

/** In the place of a screen whose handout cannot be had: gone for good, or to be asked for again. */
export function HandoutTrouble({ title, error, onRetry }: HandoutTroubleProps) {
  const gone = error instanceof ApiError && error.status === 404;
  return (
    <>
      <ScreenTitle title={gone ? 'This handout is gone' : title} />
      <Notice kind="error" action={gone ? undefined : <Button onPress={onRetry}>Try again</Button>}>
        {messageOf(error)} <Link to="/">To the handouts</Link>
      </Notice>
    </>
  );
}
