import type { Pupil, TextSelection } from '@aurelfield/api';
import { baseLanguage } from '@aurelfield/core/text';
import { useState } from 'react';
import { FileTrigger } from 'react-aria-components';
import styled from 'styled-components';
import { useChangeParallelText, useParallelText } from '../../../api/listeningQueries.ts';
import { useVoices } from '../../../api/pupilQueries.ts';
import { Button, PlainButton, SolidButton } from '../../../ui/Button.tsx';
import { SelectField, Field } from '../../../ui/fields.tsx';
import { Fact, Row } from '../../../ui/layout.tsx';
import { messageOf, Notice } from '../../../ui/Notice.tsx';
import { languageName, languageOptions } from '../../../ui/format.ts';

const Pairs = styled.ol`
  display: grid;
  gap: 0.75rem;
  margin: 0;
  padding: 0;
  list-style: none;
`;

/** Pairs that are shown for correcting; more would not be read through beside a page. */
const SHOWN = 200;

interface TwoLanguagesProps {
  readonly handoutId: string;
  readonly hash: string;
  readonly language: string;
  readonly pupil: Pupil;
  readonly textSelection: TextSelection;
  readonly onTextSelection: (textSelection: TextSelection) => void;
}

/**
 * The handout in a second language, sentence beside sentence: where it comes from, what stands beside what,
 * and which side is read.
 */
export function TwoLanguages({
  handoutId,
  hash,
  language,
  pupil,
  textSelection,
  onTextSelection,
}: TwoLanguagesProps) {
  const parallelText = useParallelText(handoutId, hash);
  const change = useChangeParallelText(handoutId);
  const voices = useVoices().data ?? [];
  const spoken = [...new Set(voices.map((voice) => baseLanguage(voice.language)))].filter(
    (one) => one !== baseLanguage(language),
  );
  const [wanted, setWanted] = useState<string>();
  const [text, setText] = useState('');
  if (parallelText.isPending) return <p aria-busy="true">Fetching the other language …</p>;
  if (parallelText.isError) return <Notice kind="error">{messageOf(parallelText.error)}</Notice>;
  const found = parallelText.data;
  const revision = found?.revision ?? 0;
  // The pupil's other language is meant, where there is one.
  const own = Object.keys(pupil.profile.voices).find((one) => spoken.includes(one));
  const chosen = wanted ?? found?.language ?? own ?? spoken[0] ?? '';
  return (
    <>
      {change.isError && <Notice kind="error">{messageOf(change.error)}</Notice>}
      {found && (
        <>
          <SelectField
            label="What is read"
            value={textSelection}
            options={[
              { id: 'original', name: languageName(language) },
              { id: 'parallel', name: languageName(found.language) },
              { id: 'both', name: 'Both, sentence by sentence' },
            ]}
            onChange={onTextSelection}
          />
          <PairList
            key={found.revision}
            pairs={found.pairs}
            language={found.language}
            onSave={(sentences) => change.mutate({ put: { language: found.language, sentences, revision } })}
            isSaving={change.isPending}
          />
        </>
      )}
      <details open={!found}>
        <summary>{found ? 'Add another translation' : 'Add a translation'}</summary>
        <div style={{ display: 'grid', gap: '0.75rem', marginTop: '0.75rem' }}>
          <SelectField
            label="Language"
            value={chosen}
            options={languageOptions(spoken)}
            onChange={setWanted}
          />
          <Field
            label="The same text in that language"
            rows={5}
            value={text}
            onChange={setText}
            description="It is matched to the original sentence by sentence. You can correct it afterwards."
          />
          <Row>
            <SolidButton
              isDisabled={text.trim() === '' || change.isPending}
              onPress={() =>
                change.mutate({ put: { language: chosen, text, revision } }, { onSuccess: () => setText('') })
              }
            >
              Add translation
            </SolidButton>
            <FileTrigger
              acceptedFileTypes={['.csv', '.tsv', '.txt', 'text/csv', 'text/tab-separated-values']}
              onSelect={(files) => {
                const file = files?.[0];
                if (file) change.mutate({ table: file, language: chosen, revision });
              }}
            >
              <Button isDisabled={change.isPending}>A table of two columns</Button>
            </FileTrigger>
            <Button
              isDisabled={change.isPending}
              onPress={() => change.mutate({ translate: chosen, revision })}
            >
              Ask the translation service
            </Button>
          </Row>
          <Fact>
            The translation service is a stand-in that ships with Aurelfield (simulated): it knows the demo’s
            letter in Polish and nothing else.
          </Fact>
        </div>
      </details>
      {found && (
        <PlainButton
          onPress={() => {
            onTextSelection('original');
            change.mutate({ remove: true });
          }}
        >
          Take {languageName(found.language)} away
        </PlainButton>
      )}
    </>
  );
}

function PairList({
  pairs,
  language,
  onSave,
  isSaving,
}: {
  readonly pairs: readonly { readonly original: string; readonly parallelText: string }[];
  readonly language: string;
  readonly onSave: (sentences: string[]) => void;
  readonly isSaving: boolean;
}) {
  const [sentences, setSentences] = useState(() => pairs.map(({ parallelText }) => parallelText));
  const missing = sentences.filter((sentence) => sentence.trim() === '').length;
  const isChanged = sentences.some((sentence, i) => sentence !== pairs[i]?.parallelText);
  return (
    <details>
      <summary>
        Sentence beside sentence{missing > 0 && ` (${missing} of ${pairs.length} have nothing beside them)`}
      </summary>
      <Pairs>
        {pairs.slice(0, SHOWN).map(({ original }, i) => (
          <li key={i} lang={language}>
            <Field
              label={original}
              rows={2}
              value={sentences[i] ?? ''}
              onChange={(next) => setSentences(sentences.map((one, nth) => (nth === i ? next : one)))}
            />
          </li>
        ))}
      </Pairs>
      {pairs.length > SHOWN && <Fact>And {pairs.length - SHOWN} more.</Fact>}
      <SolidButton isDisabled={!isChanged || isSaving} onPress={() => onSave(sentences)}>
        Save the sentences
      </SolidButton>
    </details>
  );
}
