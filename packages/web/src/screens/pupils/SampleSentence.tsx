import { sentencesOf } from '@aurelfield/core';
import { useHandout, useHandouts } from '../../api/handoutQueries.ts';
import { SelectField, Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { recall, remember } from '../../storage/memory.ts';

/** Sentences to try a voice on, made up by us, one for each language with a voice. */
const SAMPLES: Readonly<Record<string, string>> = {
  en: 'When the river turns, the boats turn with it, and the whole harbour points the other way. Nobody has told them to.',
  fr: 'Quand la rivière tourne, les bateaux tournent avec elle, et tout le port regarde de l’autre côté.',
  de: 'Wenn der Fluss sich dreht, drehen sich die Boote mit ihm, und der ganze Hafen schaut in die andere Richtung.',
  es: 'Cuando el río cambia, las barcas giran con él, y todo el puerto mira hacia el otro lado.',
  it: 'Quando il fiume gira, le barche girano con lui, e tutto il porto guarda dall’altra parte.',
  pl: 'Kiedy rzeka zawraca, łodzie obracają się razem z nią, a cały port patrzy w drugą stronę.',
  pt: 'Quando o rio muda, os barcos viram com ele, e todo o porto olha para o outro lado.',
  nl: 'Als de rivier keert, keren de boten mee, en de hele haven kijkt de andere kant op.',
  cy: 'Pan fydd yr afon yn troi, mae’r cychod yn troi gyda hi.',
};
const LONGEST = 300;

const keyOf = (pupilId: string | undefined, language: string) =>
  `aurelfield:sample:${pupilId ?? 'new'}:${language}`;

/** The pupil's own sentence, kept in this browser, or one of ours. */
export function sentenceOfPupil(pupilId: string | undefined, language: string): string {
  const own = recall(keyOf(pupilId, language));
  return typeof own === 'string' && own !== '' ? own : (SAMPLES[language] ?? SAMPLES.en ?? '');
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
