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
        {count(places, 'place')} in {count(handouts.length, 'handout')}; {count(readings, 'reading')} made
        anew where the word stands.
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
          has “{said}” for it, which goes before.
        </Notice>
      ))}
    </div>
  );
}
