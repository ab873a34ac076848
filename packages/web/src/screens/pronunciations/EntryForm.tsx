import { entryInputSchema, type Entry, type EntryInput, type Pupil } from '@aurelfield/api';
import { Volume2 } from 'lucide-react';
import { useState, type FormEvent } from 'react';
import { useImpact } from '../../api/listeningQueries.ts';
import { fetchHeard, useCheckedSaid, useSaveEntry } from '../../api/pronunciationQueries.ts';
import { Button, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { useSound } from '../../ui/useSound.ts';
import { ImpactNote } from './ImpactNote.tsx';
import { PART_NAMES } from './lists.ts';
import { ScopeFields } from './ScopeFields.tsx';

const KINDS = [
  { id: 'respelling', name: 'Respelled, as in SAL-oh' },
  { id: 'ipa', name: 'In IPA, as in ˈsæləʊ' },
  { id: 'x-sampa', name: 'In X-SAMPA, as in "s{l@U' },
  { id: 'alias', name: 'As other words' },
] as const;

const PARTS = (['any', 'noun', 'verb', 'past', 'adjective'] as const).map((id) => ({
  id,
  name: PART_NAMES[id],
}));

interface EntryFormProps {
  readonly entry: Entry | undefined;
  /** The word to begin with, where one comes from a reading. */
  readonly written: string;
  readonly pupils: readonly Pupil[];
  readonly onDone: () => void;
}

/** A word and how it is said; tells at once what becomes of it and lets it be heard before it is kept. */
export function EntryForm({ entry, written, pupils, onDone }: EntryFormProps) {
  const [input, setInput] = useState<EntryInput>(
    entry ?? {
      written,
      said: '',
      kind: 'respelling',
      caseSensitive: false,
      partOfSpeech: 'any',
      scope: 'school',
      scopeValue: '',
    },
  );
  const [tried, setTried] = useState(false);
  const save = useSaveEntry();
  const { play, error: soundError } = useSound();
  const said = useDebouncedValue(input.said, 250);
  const check = useCheckedSaid(said, input.kind);
  const parsed = entryInputSchema.safeParse(input);
  const typed = useDebouncedValue(input.written.trim(), 300);
  const impact = useImpact(
    {
      written: typed,
      caseSensitive: input.caseSensitive,
      scope: input.scope,
      scopeValue: input.scopeValue,
    },
    typed !== '' && (input.scope === 'school') === (input.scopeValue === ''),
  );
  // An error shows until its field is changed.
  const change = (part: Partial<EntryInput>) => {
    save.reset();
    setInput((before) => ({ ...before, ...part }));
  };
  const errorOf = (field: string) =>
    tried ? parsed.error?.issues.find((issue) => issue.path[0] === field)?.message : undefined;
  const listError = tried
    ? parsed.error?.issues.find((issue) => issue.path.length === 0)?.message
    : undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (!parsed.success) return;
    save.mutate(
      { id: entry?.id, input: parsed.data },
      {
        onSuccess: () => {
          setTried(false);
          setInput({ ...input, written: '', said: '' });
          onDone();
        },
      },
    );
  };
  const title = entry ? `Change “${entry.written}”` : 'Fix a word';
  return (
    <Card as="form" onSubmit={submit} noValidate aria-label={title}>
      <h2>{title}</h2>
      <Field
        label="As it is written"
        value={input.written}
        onChange={(value) => change({ written: value })}
        error={errorOf('written')}
      />
      <SelectField
        label="Write it as"
        value={input.kind}
        options={KINDS}
        onChange={(kind) => change({ kind })}
      />
      <Field
        label="As it is said"
        value={input.said}
        onChange={(value) => change({ said: value })}
        error={errorOf('said') ?? (check.isError && said !== '' ? messageOf(check.error) : undefined)}
      />
      <p role="status">{said !== '' && check.data ? outcome(check.data) : ''}</p>
      <CheckboxField isSelected={input.caseSensitive} onChange={(caseSensitive) => change({ caseSensitive })}>
        Match capitals
      </CheckboxField>
      <SelectField
        label="Word type"
        value={input.partOfSpeech}
        options={PARTS}
        onChange={(partOfSpeech) => change({ partOfSpeech })}
      />
      <ScopeFields
        scope={input.scope}
        scopeValue={input.scopeValue}
        pupils={pupils}
        onChange={(list) => change(list)}
      />
      {impact.data && typed !== '' && <ImpactNote impact={impact.data} />}
      {listError !== undefined && <Notice kind="error">{listError}</Notice>}
      {save.isError && <Notice kind="error">{messageOf(save.error)}</Notice>}
      {soundError !== undefined && <Notice kind="error">{soundError}</Notice>}
      <Row>
        <Button
          isDisabled={input.written.trim() === '' || input.said.trim() === ''}
          onPress={() => play(() => fetchHeard(heardOf(input)))}
        >
          <Volume2 size={18} aria-hidden /> Hear it
        </Button>
        <SolidButton type="submit" isDisabled={save.isPending}>
          {entry ? 'Save' : 'Add'}
        </SolidButton>
        {entry && <PlainButton onPress={onDone}>Cancel</PlainButton>}
      </Row>
    </Card>
  );
}

function heardOf({ written, said, kind, caseSensitive, scope, scopeValue }: EntryInput) {
  return {
    written,
    said,
    kind,
    caseSensitive,
    ...(scope === 'pupil' && scopeValue !== '' ? { pupilId: scopeValue } : {}),
  };
}

function outcome({
  ipa,
  respelling,
  changes,
}: {
  ipa: string | null;
  respelling: string | null;
  changes: readonly { wanted: string; given: string }[];
}): string {
  if (ipa === null) return 'Said as these words.';
  const lacking = changes.map(
    ({ wanted, given }) => `[${wanted}] is not a sound of these voices; [${given}] is said`,
  );
  return [`/${ipa}/, ${respelling ?? ''}`, ...lacking].join('. ');
}
