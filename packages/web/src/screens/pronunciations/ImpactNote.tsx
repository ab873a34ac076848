import type { Impact } from '@aurelfield/api';
import { Fact } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

/** What a change reaches, before it is made. */
export function ImpactNote({ impact: { handouts, places, readings, others } }: { readonly impact: Impact }) {
  const winners = others.filter(({ wins }) => wins);
  return (
    <div style={{ display: 'grid', gap: '0.3rem' }}>
      <Fact role="status">
        Changes {count(places, 'place')} in {count(handouts.length, 'handout')} and{' '}
        {count(readings, 'reading')}.
      </Fact>
      {handouts.slice(0, 5).map(({ id, title, places: own, around }) => (
        <Fact key={id}>
          <b>{title}</b> ({own}): … {around} …
        </Fact>
      ))}
      {winners.map(({ scope, scopeValue, said }) => (
        <Notice key={`${scope} ${scopeValue}`} kind="hint">
          {scope === 'pupil'
            ? 'A pupil’s own list'
            : `The list of the ${scope}${scopeValue === '' ? '' : ` ${scopeValue}`}`}{' '}
          says “{said}” and is used first.
        </Notice>
      ))}
    </div>
  );
}
