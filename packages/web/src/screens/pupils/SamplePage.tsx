import type { Profile } from '@aurelfield/api';
import type { ColourVision } from '@aurelfield/core/readingStyle';
import { Square, Volume2 } from 'lucide-react';
import { useRef } from 'react';
import styled from 'styled-components';
import { LineGuide } from '../../readingStyle/LineGuide.tsx';
import { Paper } from '../../readingStyle/Paper.tsx';
import { usePalette } from '../../readingStyle/usePalette.ts';
import { Button } from '../../ui/Button.tsx';
import { Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import type { SampleSound } from './useSampleSound.ts';

const Frame = styled.div`
  display: grid;
  gap: 0.75rem;
`;

const Page = styled(Paper)`
  min-height: 12rem;
  max-height: min(46vh, 30rem);
  overflow: auto;
  padding: 1.2rem 1.6rem 1.6rem;
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px);

  p {
    max-width: var(--p-column);
    margin: 0;
    overflow-wrap: anywhere;
  }
`;

interface SamplePageProps {
  readonly text: string;
  readonly profile: Profile;
  readonly sound: SampleSound;
  readonly vision: ColourVision | undefined;
  readonly hearsChanges: boolean;
  readonly onHearChanges: (wanted: boolean) => void;
  readonly onPlay: () => void;
}

/** The sample as the pupil sees and hears it. */
export function SamplePage({
  text,
  profile,
  sound,
  vision,
  hearsChanges,
  onHearChanges,
  onPlay,
}: SamplePageProps) {
  const { readingStyle } = profile;
  const palette = usePalette(readingStyle, vision);
  const page = useRef<HTMLElement>(null);
  const isSounding = sound.state !== 'silent';
  return (
    <Frame>
      <Page
        ref={page}
        readingStyle={readingStyle}
        palette={palette}
        aria-label="The sample in this look"
        tabIndex={0}
      >
        <p data-text>
          <SampleText text={text} sound={sound} highlight={readingStyle.highlight} />
        </p>
        <LineGuide page={page} readingStyle={readingStyle} at={String(sound.highlightedWord)} />
      </Page>
      <Row>
        <Button onPress={isSounding ? sound.stop : onPlay} isDisabled={text.trim() === ''}>
          {isSounding ? <Square size={16} aria-hidden /> : <Volume2 size={18} aria-hidden />}
          {isSounding ? 'Stop' : 'Hear it'}
        </Button>
        <CheckboxField isSelected={hearsChanges} onChange={onHearChanges}>
          Play after each change
        </CheckboxField>
      </Row>
      {sound.error !== undefined && <Notice kind="error">{sound.error}</Notice>}
    </Frame>
  );
}

function SampleText({
  text,
  sound,
  highlight,
}: {
  readonly text: string;
  readonly sound: SampleSound;
  readonly highlight: Profile['readingStyle']['highlight'];
}) {
  const { words } = sound;
  // Words of another text are of no use.
  if (words.length === 0 || words.some(({ end }) => end > text.length)) return text;
  const shown = Math.max(sound.highlightedWord, 0);
  const current = words[shown]?.sentence ?? 0;
  const sentences = [...new Set(words.map(({ sentence }) => sentence))];
  const highlightsWord = highlight === 'word' || highlight === 'word-and-sentence';
  const highlightsSentence = highlight === 'sentence' || highlight === 'word-and-sentence';
  let at = 0;
  return (
    <>
      {sentences.map((sentence) => {
        const own = words.filter((word) => word.sentence === sentence);
        const end = words.find((word) => word.sentence > sentence)?.start ?? text.length;
        const parts = own.map((word) => {
          const before = text.slice(at, word.start);
          at = word.end;
          const here = words.indexOf(word) === shown;
          return (
            <span key={word.start}>
              {before}
              <span data-here={here} data-highlighted={here && highlightsWord}>
                {text.slice(word.start, word.end)}
              </span>
            </span>
          );
        });
        const after = text.slice(at, end);
        at = end;
        const isCurrent = sentence === current;
        return (
          <span key={sentence}>
            <span data-now={isCurrent} data-current={isCurrent && highlightsSentence}>
              {parts}
              {after.trimEnd()}
            </span>
            {after.slice(after.trimEnd().length)}
          </span>
        );
      })}
    </>
  );
}
