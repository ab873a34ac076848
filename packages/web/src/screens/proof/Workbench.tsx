import type { BlockView, Handout, PhotoPageView, Pupil } from '@aurelfield/api';
import { sentencesOf } from '@aurelfield/core/text';
import { EditorContent } from '@tiptap/react';
import { Search, Volume2 } from 'lucide-react';
import { useEffect, useState } from 'react';
import styled from 'styled-components';
import { fetchSampleSound } from '../../api/pupilQueries.ts';
import { useTextCheck } from '../../api/proofQueries.ts';
import type { Match } from '../../proof/search.ts';
import { canBeRight } from '../../proof/places.ts';
import { useProofEditor, type TextPlace } from '../../proof/useProofEditor.ts';
import type { Steps } from '../../proof/steps.ts';
import { Button } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { recall } from '../../storage/memory.ts';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { useSound } from '../../ui/useSound.ts';
import { BlockTools } from './BlockTools.tsx';
import { Findings } from './Findings.tsx';
import { FindReplace } from './FindReplace.tsx';
import { Origin } from './Origin.tsx';
import { Paper } from './Paper.tsx';
import { Magnified } from './photo/Magnified.tsx';
import { PhotoPanel } from './photo/PhotoPanel.tsx';
import { usePhotoWords, type PlacedWord } from './photo/usePhotoWords.ts';
import { Sections } from './Sections.tsx';
import { useQueue } from './useQueue.ts';
import { Versions } from './Versions.tsx';

const Columns = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(17rem, 23rem);
  gap: 1.5rem;
  align-items: start;

  &[data-photo='true'] {
    grid-template-columns: minmax(0, 1fr) minmax(20rem, 46%);
  }

  /* What is looked at stays beside the text, however far down that is. */
  & > :last-child {
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

/** Tools stay above the text, however far down it is scrolled. */
const Above = styled.div`
  position: sticky;
  top: 0;
  z-index: 5;
  background: var(--ground);

  @media (max-width: 900px), (max-height: 500px) {
    position: static;
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
  const rested = useDebouncedValue(blocks, 600);
  const check = useTextCheck(rested, handout.language);
  const [pupilId, setPupilId] = useState(() => recall('aurelfield:pupil'));
  const pupil = pupils.find(({ id }) => id === pupilId) ?? pupils[0];
  const { play, error } = useSound();
  const photoWords = usePhotoWords(handout.id, pages, blocks);
  const [spot, setSpot] = useState<number>();
  const spotted = spot === undefined ? undefined : photoWords.words[spot];
  const spotPlace = spotted?.place;
  const [isFinding, setFinding] = useState(false);
  const [match, setMatch] = useState<Match>();
  /** The word of the photo that belongs to a place in the text is looked at. */
  const showPlace = (at: TextPlace | undefined) => {
    if (pages.length === 0 || !at) return;
    const word = photoWords.at(at.block, at.offset);
    if (word) setSpot(word.index);
  };
  const queue = useQueue({
    proof,
    blocks: rested,
    findings: check.data?.findings,
    photoWords,
    onPlace: (at) => {
      if (at.photoWord === undefined) showPlace({ block: at.block, offset: at.start });
      else setSpot(at.photoWord);
    },
  });
  const { places, current, place } = queue;

  useEffect(() => {
    // Findings are of a text that rested; while it is changed they only move along.
    if (rested === blocks) mark('findings', places, current);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- marked anew when the answer is new, not at every change
  }, [places, current, mark]);

  useEffect(() => {
    mark('counterpart', [
      ...(spotPlace ? [{ ...spotPlace, kind: 'spot' }] : []),
      ...(match ? [{ ...match, kind: 'sought' }] : []),
    ]);
  }, [spotPlace, match, mark]);

  const pick = (word: PlacedWord) => {
    setSpot(word.index);
    queue.select(places.find(({ photoWord }) => photoWord === word.index));
    if (word.place) proof.show(word.place, { focus: true });
  };

  const selected = editor?.state.selection.$from;
  const block = selected && selected.depth > 0 ? (selected.node(1).attrs as BlockView) : undefined;
  const say = (said: string) => {
    if (!pupil) return;
    const { voices, pace, pitch, loudness, pauses, choices } = pupil.profile;
    play(() =>
      fetchSampleSound({
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
        <Above>
          <BlockTools proof={proof} block={block} language={handout.language}>
            {pupil && (
              <>
                <Button onPress={hear}>
                  <Volume2 size={18} aria-hidden /> Hear this sentence
                </Button>
                <SelectField
                  label="In the voice of"
                  hideLabel
                  value={pupil.id}
                  options={pupils.map(({ id, name }) => ({ id, name }))}
                  onChange={setPupilId}
                />
              </>
            )}
            <Button aria-expanded={isFinding} onPress={() => setFinding(!isFinding)}>
              <Search size={18} aria-hidden /> Find and replace
            </Button>
          </BlockTools>
          {isFinding && (
            <FindReplace
              blocks={blocks}
              onShow={(match) => {
                setMatch(match);
                proof.show(match);
              }}
              onReplace={proof.correct}
              onReplaceAll={proof.replaceAll}
              onClose={() => {
                setFinding(false);
                setMatch(undefined);
                proof.focus();
              }}
            />
          )}
        </Above>
        {error !== undefined && <Notice kind="error">{error}</Notice>}
        <Paper
          onMouseMove={(event) => {
            // Text that is scrolled under a resting mouse is not pointed at.
            if (event.movementX !== 0 || event.movementY !== 0)
              showPlace(proof.under(event.clientX, event.clientY));
          }}
          onKeyUp={() => showPlace(proof.cursor())}
          onClick={() => showPlace(proof.cursor())}
        >
          <EditorContent editor={editor} />
        </Paper>
      </div>
      <div>
        {queue.trouble !== undefined && <Notice kind="error">{queue.trouble}</Notice>}
        <Findings
          places={places}
          more={Math.max(0, (check.data?.total ?? 0) - (check.data?.findings.length ?? 0))}
          isLooking={check.isFetching || rested !== blocks}
          error={check.error}
          current={current}
          language={handout.language}
          isListOpen={pages.length === 0}
          picture={
            place?.photoWord !== undefined && spotted && pages[spotted.page] ? (
              <Magnified handoutId={handout.id} page={pages[spotted.page] as PhotoPageView} word={spotted} />
            ) : undefined
          }
          first={queue.here}
          onGoTo={queue.goTo}
          onNext={queue.next}
          onCorrect={queue.correct}
          onRight={place && canBeRight(place) ? queue.right : undefined}
          onLeave={proof.focus}
          onHear={pupil ? say : undefined}
        />
        {pages.length > 0 && (
          <PhotoPanel
            handoutId={handout.id}
            pages={pages}
            photoWords={photoWords}
            spot={spotted}
            isShown={spot !== undefined && place?.photoWord === spot}
            onHover={(word) => setSpot(word?.index)}
            onPick={pick}
            onInsert={proof.insertAfter}
          />
        )}
        <Sections sections={check.data?.sections ?? []} />
        <Origin handout={handout} blocks={blocks} photos={pages} onTake={proof.replaceAll} />
        <Versions handoutId={handout.id} blocks={blocks} onTake={proof.replaceAll} />
      </div>
    </Columns>
  );
}
