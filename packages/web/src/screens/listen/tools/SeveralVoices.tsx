import type { BlockView, VoiceAssignment, VoicedPassage } from '@aurelfield/api';
import { baseLanguage } from '@aurelfield/core/text';
import styled from 'styled-components';
import { useVoiceAssignment, useSetVoiceAssignment } from '../../../api/listeningQueries.ts';
import { useVoices } from '../../../api/pupilQueries.ts';
import type { SelectedRange } from '../studyMarks.ts';
import { Button } from '../../../ui/Button.tsx';
import { SelectField } from '../../../ui/fields.tsx';
import { Fact } from '../../../ui/layout.tsx';
import { messageOf, Notice } from '../../../ui/Notice.tsx';
import { count } from '../../../ui/format.ts';
import { CheckboxField } from '../../../ui/CheckboxField.tsx';
import { formatVoice } from '../../pupils/voiceQualities.ts';

const List = styled.ul`
  display: grid;
  gap: 0.7rem;
  margin: 0;
  padding: 0;
  list-style: none;

  q {
    overflow-wrap: anywhere;
    quotes: none;
  }
`;

const PUPILS_OWN = '';
const NARRATOR = '\u0000narrator';

interface SeveralVoicesProps {
  readonly handoutId: string;
  readonly hash: string;
  readonly blocks: readonly BlockView[];
  readonly language: string;
  /** What is selected in the page now. */
  readonly selected: () => readonly SelectedRange[];
}

/**
 * A voice for each speaker of a dialogue, used in every pupil's reading at that pupil's pace; who speaks was
 * found and can be corrected.
 */
export function SeveralVoices({ handoutId, hash, blocks, language, selected }: SeveralVoicesProps) {
  const voiceAssignment = useVoiceAssignment(handoutId, hash);
  const set = useSetVoiceAssignment(handoutId);
  const known = useVoices();
  const voices = (known.data ?? []).filter(
    (voice) => baseLanguage(voice.language) === baseLanguage(language) && voice.price === undefined,
  );
  // Speakers are given voices at the first press, so these must be known before it.
  if (voiceAssignment.isPending || known.isPending) return <p aria-busy="true">Looking for who speaks …</p>;
  if (voiceAssignment.isError) return <Notice kind="error">{messageOf(voiceAssignment.error)}</Notice>;
  const { isOn, voices: chosen, passages, revision, speakers, dialogueTurns } = voiceAssignment.data;
  const change = (part: Partial<Pick<VoiceAssignment, 'isOn' | 'voices' | 'passages'>>) =>
    set.mutate({ isOn, voices: chosen, passages, revision, ...part });
  const textOf = (block: string) => blocks.find(({ id }) => id === block)?.text ?? '';
  const setWho = (turn: VoiceAssignment['dialogueTurns'][number], who: string | null) => {
    const written = textOf(turn.block).slice(turn.start, turn.end);
    const others = passages.filter((one) => one.block !== turn.block || one.start !== turn.start);
    change({
      passages: [...others, { block: turn.block, start: turn.start, end: turn.end, written, who }],
    });
  };
  const giveSelected = () => {
    const added: VoicedPassage[] = selected().flatMap(({ block, start, end }) => {
      const own = blocks[block];
      return own?.id
        ? [{ block: own.id, start, end, written: own.text.slice(start, end), who: 'Passage' }]
        : [];
    });
    if (added.length > 0) change({ isOn: true, passages: [...passages, ...added] });
  };
  const voiceOptions = [
    { id: PUPILS_OWN, name: 'the pupil’s own voice' },
    ...voices.map((voice) => ({ id: voice.id, name: formatVoice(voice) })),
  ];
  const whoOptions = [
    { id: NARRATOR, name: 'Nobody: read by the narrator' },
    ...speakers.map((who) => ({ id: who, name: nameOf(who) })),
  ];
  return (
    <>
      <CheckboxField
        isSelected={isOn}
        onChange={(next) =>
          change({ isOn: next, ...(next ? { voices: withFirstVoices(chosen, speakers, voices) } : {}) })
        }
      >
        Read in several voices
      </CheckboxField>
      {set.isError && <Notice kind="error">{messageOf(set.error)}</Notice>}
      {speakers.length === 0 && (
        <Fact>No dialogue found. Select a passage to give it a voice of its own.</Fact>
      )}
      {isOn && (
        <List aria-label="Speakers">
          {speakers.map((who) => (
            <li key={who}>
              <SelectField
                label={`${nameOf(who)} (${count(dialogueTurns.filter((turn) => turn.who === who).length, 'passage')})`}
                value={chosen[who] ?? PUPILS_OWN}
                options={voiceOptions}
                onChange={(voice) => {
                  const { [who]: _before, ...rest } = chosen;
                  change({ voices: voice === PUPILS_OWN ? rest : { ...rest, [who]: voice } });
                }}
              />
            </li>
          ))}
        </List>
      )}
      <Button onPress={giveSelected}>Give the selected passage a voice</Button>
      {isOn && dialogueTurns.length > 0 && (
        <>
          <h3>Who says it</h3>
          <List aria-label="Passages">
            {dialogueTurns.map((turn) => (
              <li key={`${turn.block} ${turn.start}`}>
                <q>{shortened(textOf(turn.block).slice(turn.start, turn.end))}</q>
                <SelectField
                  label={`Who says ${shortened(textOf(turn.block).slice(turn.start, turn.end))}`}
                  hideLabel
                  value={turn.who ?? NARRATOR}
                  options={whoOptions}
                  onChange={(who) => setWho(turn, who === NARRATOR ? null : who)}
                />
              </li>
            ))}
          </List>
        </>
      )}
    </>
  );
}

/** Who tells of herself or himself is named so. */
export function nameOf(who: string): string {
  return who === 'I' ? 'Narrator (I)' : who;
}

/** Speakers without a voice get one each, as different as there are. */
function withFirstVoices(
  chosen: Readonly<Record<string, string>>,
  speakers: readonly string[],
  voices: readonly { readonly id: string }[],
): Record<string, string> {
  const taken = new Set(Object.values(chosen));
  const free = voices.filter(({ id }) => !taken.has(id));
  const given = { ...chosen };
  for (const who of speakers.filter((one) => given[one] === undefined)) {
    const voice = free.shift();
    if (voice) given[who] = voice.id;
  }
  return given;
}

function shortened(text: string): string {
  return text.length > 90 ? `${text.slice(0, 88)} …` : text;
}
