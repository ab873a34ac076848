import type { Pupil, Scope } from '@aurelfield/api';
import { useHandouts } from '../../api/handoutQueries.ts';
import { SelectField, Field } from '../../ui/fields.tsx';
import { SCOPES } from './lists.ts';

interface ScopeFieldsProps {
  readonly scope: Scope;
  readonly scopeValue: string;
  readonly pupils: readonly Pupil[];
  readonly onChange: (list: { scope: Scope; scopeValue: string }) => void;
}

/** Whom a list is for; subjects and classes are those of the handouts, or a new one. */
export function ScopeFields({ scope, scopeValue, pupils, onChange }: ScopeFieldsProps) {
  const handouts = useHandouts();
  const known = [
    ...new Set(
      (handouts.data ?? []).map((handout) => (scope === 'subject' ? handout.subject : handout.className)),
    ),
  ]
    .filter((name) => name !== '')
    .sort();
  return (
    <>
      <SelectField
        label="For"
        value={scope}
        options={SCOPES}
        onChange={(next) => onChange({ scope: next, scopeValue: '' })}
      />
      {scope === 'pupil' && (
        <SelectField
          label="Pupil"
          value={scopeValue || undefined}
          options={pupils.map(({ id, name }) => ({ id, name }))}
          onChange={(id) => onChange({ scope, scopeValue: id })}
        />
      )}
      {(scope === 'subject' || scope === 'class') && (
        <Field
          label={scope === 'subject' ? 'Subject' : 'Class'}
          value={scopeValue}
          onChange={(value) => onChange({ scope, scopeValue: value })}
          description={known.length > 0 ? `As on the handouts: ${known.join(', ')}.` : 'As on the handouts.'}
        />
      )}
    </>
  );
}
