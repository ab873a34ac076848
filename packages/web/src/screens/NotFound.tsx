import { Link } from 'react-router';
import { ScreenTitle } from '../ui/Frame.tsx';

/** For addresses that lead nowhere. */
export function NotFound() {
  return (
    <>
      <ScreenTitle title="Page not found" />
      <p>
        The address may be old or mistyped. <Link to="/">Go to the handouts</Link>.
      </p>
    </>
  );
}
