import { languageOf, sentencesOf } from '@aurelfield/core/text';
import { useHandout, useHandouts } from '../../api/handoutQueries.ts';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { recall, remember } from '../../storage/memory.ts';

const LONGEST = 300;

const keyOf = (pupilId: string | undefined, language: string) =>
  `aurelfield:sample:${pupilId ?? 'new'}:${language}`;

/** The pupil's own sentence, kept in this browser, or one of ours. */
export function sentenceOfPupil(pupilId: string | undefined, language: string): string {
  const own = recall(keyOf(pupilId, language));
  return typeof own === 'string' && own !== ''
    ? own
    : (languageOf(language).sampleSentence ?? languageOf('en').sampleSentence ?? '');
}

interface SampleSentenceProps {
  readonly pupilId: string | undefined;
  readonly language: string;
  readonly text: string;
  readonly onChange: (text: string) => void;
}

/** What is heard while tuning: the pupil's own sentence, or one of a handout. */
export function SampleSentence({ pupilId, language, text, onChange }: SampleSentenceProps) {
  const handouts = useHandouts({ search: '', from: 'active' });
  const latest = handouts.data?.[0];
  const set = (next: string) => {
    onChange(next);
    remember(keyOf(pupilId, language), next);
  };
  const handout = useHandout(latest?.id ?? '', latest !== undefined);
  const offered = (handout.data?.blocks ?? [])
    .filter(({ type }) => type === 'paragraph')
    .flatMap((block) =>
      sentencesOf(block.text, language).map(({ start, end }) => block.text.slice(start, end)),
    )
    .filter((sentence) => sentence.length > 30 && sentence.length <= LONGEST)
    .slice(0, 12);
  return (
    <Row style={{ alignItems: 'end' }}>
      <div style={{ flex: '1 1 18rem' }}>
        <Field label="A sentence to try it on" rows={2} maxLength={LONGEST} value={text} onChange={set} />
      </div>
      {offered.length > 0 && (
        <SelectField
          label="From the latest handout"
          value={undefined}
          placeholder={`“${latest?.title ?? ''}”`}
          options={offered.map((sentence, i) => ({
            id: String(i),
            name: sentence.length > 70 ? `${sentence.slice(0, 68)} …` : sentence,
          }))}
          onChange={(id) => set(offered[Number(id)] ?? text)}
        />
      )}
    </Row>
  );
}
