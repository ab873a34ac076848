import type { Cost, Reading } from '@aurelfield/api';
import { Link } from 'react-router';
import { useAgree } from '../../api/readingQueries.ts';
import { SolidButton } from '../../ui/Button.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

/** What a reading in a priced voice would cost, before anything is sent to the service. */
export function Agree({ reading, cost }: { readonly reading: Reading; readonly cost: Cost }) {
  const agree = useAgree(reading);
  const money = (amount: number) =>
    new Intl.NumberFormat('en-GB', { style: 'currency', currency: cost.currency }).format(amount);
  const number = (value: number) => value.toLocaleString('en-GB');
  return (
    <Card>
      <h2>This voice costs {cost.price === 0 ? 'nothing this time' : money(cost.price)}</h2>
      <p>
        {reading.voice.label}: {number(cost.characters)} characters are still to be said. This month{' '}
        {number(cost.used)} were said for {money(cost.usedPrice)}; {number(cost.freePerMonth)} a month are
        free.
      </p>
      {cost.simulated && <p>{cost.service}.</p>}
      {agree.isError && <Notice kind="error">{messageOf(agree.error)}</Notice>}
      <Row>
        <SolidButton onPress={() => agree.mutate()} isDisabled={agree.isPending}>
          Make it for {money(cost.price)}
        </SolidButton>
        <Link to={`/pupils/${reading.pupilId}`}>Choose another voice</Link>
      </Row>
    </Card>
  );
}
