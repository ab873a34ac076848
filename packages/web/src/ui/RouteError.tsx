import { Button } from './Button.tsx';
import { Centre } from './layout.tsx';
import { Notice } from './Notice.tsx';

/** What is shown while a page's own script is on its way. */
export function Opening() {
  return <Centre aria-busy="true">Opening …</Centre>;
}

/** What is shown where a page could not be drawn at all: its script did not arrive, or it failed. */
export function RouteError() {
  return (
    <Centre>
      <Notice kind="error" action={<Button onPress={() => location.reload()}>Reload</Button>}>
        This page couldn’t be shown. Check the network, then reload it.
      </Notice>
    </Centre>
  );
}
