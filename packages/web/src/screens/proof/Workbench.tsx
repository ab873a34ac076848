import type { BlockView, FindingView, Handout, PhotoPageView, Pupil } from '@aurelfield/api';
import { sentencesOf } from '@aurelfield/core';
import { EditorContent } from '@tiptap/react';
import { Volume2 } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { fetchSample } from '../../api/pupilQueries.ts';
import { useTextCheck } from '../../api/proofQueries.ts';
import type { Mark } from '../../proof/findingMarks.ts';
import { useProofEditor, type TextPlace } from '../../proof/useProofEditor.ts';
import type { Steps } from '../../proof/steps.ts';
import { Button } from '../../ui/Button.tsx';
import { Choice } from '../../ui/fields.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { recall } from '../../ui/memory.ts';
import { useResting } from '../../ui/useResting.ts';
import { useSound } from '../../ui/useSound.ts';
import { BlockTools } from './BlockTools.tsx';
import { Findings } from './Findings.tsx';
import { FindReplace } from './FindReplace.tsx';
import { Origin } from './Origin.tsx';
import { Paper } from './Paper.tsx';
import { PhotoPanel } from './photo/PhotoPanel.tsx';
import { usePhotoWords, type PlacedWord } from './photo/usePhotoWords.ts';
import { Sections } from './Sections.tsx';
import { Versions } from './Versions.tsx';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(17rem, 23rem);
  gap: 1.5rem;
  align-items: start;

  &[data-photo='true'] {
    grid-template-columns: minmax(0, 1fr) minmax(20rem, 46%);
  }

  /* Photo and text are looked at together, however far down the text is. */
  &[data-photo='true'] > :last-child {
    @media (min-width: 901px) and (min-height: 501px) {
      position: sticky;
      top: 0;
      max-height: 100vh;
      overflow: auto;
      padding-block: 0.5rem;
    }
  }

  &&,
  &[data-photo='true'] {
    @media (max-width: 900px) {
      grid-template-columns: minmax(0, 1fr);
    }
  }
`;

interface WorkbenchProps {
  readonly handout: Handout;
  readonly pupils: readonly Pupil[];
  /** Pages of a photographed handout; none else. */
  readonly pages: readonly PhotoPageView[];
  readonly begin: Steps;
  readonly onSteps: (steps: Steps) => void;
}

/** The text to work on, what to look at beside it, and the tools above. */
export function Workbench({ handout, pupils, pages, begin, onSteps }: WorkbenchProps) {
  const proof = useProofEditor(begin, onSteps);
  const { editor, blocks, mark } = proof;
  const rested = useResting(blocks, 600);
  const check = useTextCheck(rested, handout.language);
  const findings = useMemo(() => check.data?.findings ?? [], [check.data]);
  const [current, setCurrent] = useState(-1);
  const [pupilId, setPupilId] = useState(() => recall('aurelfield:pupil'));
  const pupil = pupils.find(({ id }) => id === pupilId) ?? pupils[0];
  const { play, error } = useSound();
  const photoWords = usePhotoWords(handout.id, pages, blocks);
  const [spot, setSpot] = useState<number>();
  const spotted = spot === undefined ? undefined : photoWords.words[spot];
  const spotPlace = spotted?.place;

  useEffect(() => {
    // Findings are of a text that rested; while it is changed they only move along.
    if (rested === blocks) mark('findings', findings, current);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- marked anew when the answer is new, not at every change
  }, [findings, current, mark]);

  useEffect(() => {
    const marks: Mark[] = [];
    for (const { place } of photoWords.doubtful) if (place) marks.push({ ...place, kind: 'doubtful' });
    if (spotPlace) marks.push({ ...spotPlace, kind: 'spot' });
    mark('photo', marks);
  }, [photoWords.doubtful, spotPlace, mark]);

  /** The word of the photo that belongs to a place in the text is looked at. */
  const lookAt = (place: TextPlace | undefined) => {
    if (pages.length === 0 || !place) return;
    const word = photoWords.at(place.block, place.offset);
    if (word) setSpot(word.index);
  };
  const pick = (word: PlacedWord) => {
    setSpot(word.index);
    if (word.place) proof.show(word.place, { focus: true });
  };

  const goTo = (index: number) => {
    const finding = findings[index];
    if (!finding) return;
    setCurrent(index);
    proof.show(finding);
  };
  const next = (by: 1 | -1) =>
    findings.length > 0 && goTo((current + by + findings.length) % findings.length);

  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== 'F8') return;
      event.preventDefault();
      next(event.shiftKey ? -1 : 1);
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  });

  const selected = editor?.state.selection.$from;
  const block = selected && selected.depth > 0 ? (selected.node(1).attrs as BlockView) : undefined;
  const say = (said: string) => {
    if (!pupil) return;
    const { voices, pace, pitch, loudness, pauses, choices } = pupil.profile;
    play(() =>
      fetchSample({
        text: said.slice(0, 300),
        language: block?.language ?? handout.language,
        profile: { voices, pace, pitch, loudness, pauses, choices },
      }),
    );
  };
  const hear = () => {
    if (!selected) return;
    const text = selected.node(1).textContent;
    const at = selected.parentOffset;
    const sentence = sentencesOf(text, handout.language).find(({ end }) => at <= end);
    say(sentence ? text.slice(sentence.start, sentence.end) : text);
  };

  return (
    <Columns data-photo={pages.length > 0}>
      <div>
        <BlockTools proof={proof} block={block} language={handout.language}>
          {pupil && (
            <>
              <Button onPress={hear}>
                <Volume2 size={18} aria-hidden /> Hear this sentence
              </Button>
              <Choice
                label="In the voice of"
                hideLabel
                value={pupil.id}
                options={pupils.map(({ id, name }) => ({ id, name }))}
                onChange={setPupilId}
              />
            </>
          )}
          <FindReplace blocks={blocks} onReplace={proof.replaceAll} />
        </BlockTools>
        {error !== undefined && <Notice kind="error">{error}</Notice>}
        <Paper
          onMouseMove={(event) => lookAt(proof.under(event.clientX, event.clientY))}
          onKeyUp={() => lookAt(proof.cursor())}
          onClick={() => lookAt(proof.cursor())}
        >
          <EditorContent editor={editor} />
        </Paper>
      </div>
      <div>
        {pages.length > 0 && (
          <PhotoPanel
            handoutId={handout.id}
            pages={pages}
            photoWords={photoWords}
            spot={spotted}
            onHover={(word) => setSpot(word?.index)}
            onPick={pick}
            onInsert={proof.insertAfter}
          />
        )}
        <Findings
          findings={findings}
          total={check.data?.total ?? 0}
          isLooking={check.isFetching}
          error={check.error}
          current={current}
          language={handout.language}
          textOf={(finding: FindingView) =>
            blocks[finding.block]?.text.slice(finding.start, finding.end) ?? ''
          }
          onGoTo={goTo}
          onNext={next}
          onCorrect={proof.correct}
          onHear={pupil ? say : undefined}
        />
        <Sections sections={check.data?.sections ?? []} />
        <Origin handout={handout} blocks={blocks} photos={pages} onTake={proof.replaceAll} />
        <Versions handoutId={handout.id} onTake={proof.replaceAll} />
      </div>
    </Columns>
  );
}
