import type { BlockView, FindingView, Handout, PhotoPageView, Pupil } from '@aurelfield/api';
import { sentencesOf } from '@aurelfield/core';
import { EditorContent } from '@tiptap/react';
import { Redo2, Undo2, Volume1, Volume2, VolumeX } from 'lucide-react';
import { useEffect, useMemo, useState } from 'react';
import styled from 'styled-components';
import { fetchSample, useVoices } from '../../api/pupilQueries.ts';
import { useTextCheck } from '../../api/proofQueries.ts';
import type { Mark } from '../../proof/findingMarks.ts';
import { useProofEditor, type TextPlace } from '../../proof/useProofEditor.ts';
import type { Steps } from '../../proof/steps.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { Choice } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { recall } from '../../ui/memory.ts';
import { languageOptions } from '../../ui/say.ts';
import { useResting } from '../../ui/useResting.ts';
import { useSound } from '../../ui/useSound.ts';
import { Findings } from './Findings.tsx';
import { FindReplace } from './FindReplace.tsx';
import { Origin } from './Origin.tsx';
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

const Bench = styled(Row)`
  position: sticky;
  top: 0;
  z-index: 5;
  padding: 0.5rem 0;
  background: var(--ground);

  @media (max-width: 900px), (max-height: 500px) {
    position: static;
  }
`;

const Paper = styled.div`
  padding: 1.2rem clamp(0.9rem, 3vw, 2rem) 3rem;
  border: 1px solid var(--line);
  border-radius: calc(var(--radius) + 4px);
  background: var(--surface);
  font-size: 1.1rem;
  line-height: 1.7;

  .tiptap {
    min-height: 50vh;
    outline-offset: 0.8rem;
    white-space: pre-wrap;
    tab-size: 16;
  }

  ::selection {
    background: color-mix(in srgb, var(--accent) 30%, transparent);
    color: inherit;
  }

  .block {
    margin: 0 0 0.55em;
    overflow-wrap: anywhere;
  }

  h2,
  h3 {
    margin-top: 0.9em;
  }

  h2 {
    font-size: 1.5em;
  }

  .list-item,
  .question {
    padding-inline-start: 1.4em;
    border-inline-start: 3px solid var(--line);
  }

  .question {
    border-inline-start-color: var(--accent);
  }

  .table-row {
    padding: 0.15em 0.5em;
    border-block-end: 1px solid var(--line);
    background: color-mix(in srgb, var(--accent-soft) 35%, transparent);
  }

  .silent {
    color: var(--quiet);
    text-decoration: line-through 1px;
  }

  .picture {
    padding: 0.5em 0.9em;
    border-inline-start: 3px solid var(--edge);
    font-style: italic;
  }

  .picture:has(> br:only-child)::before {
    content: attr(data-placeholder);
    color: var(--quiet);
    float: left;
    height: 0;
    pointer-events: none;
  }

  .found {
    text-decoration: underline 2px wavy var(--danger);
    text-underline-offset: 0.2em;
    text-decoration-skip-ink: none;
  }

  .sounds-alike,
  .punctuation {
    text-decoration: underline 2px dotted var(--accent);
  }

  .long-sentence {
    text-decoration: none;
    border-bottom: 2px solid var(--line);
  }

  .doubtful {
    text-decoration: underline 2px dashed var(--danger);
  }

  .spot {
    text-decoration: none;
    box-shadow: 0 0 0 2px var(--accent);
    border-radius: 3px;
  }

  .current {
    background: var(--sentence);
    border-radius: 4px;
  }
`;

const KINDS = [
  { id: 'paragraph', name: 'Paragraph' },
  { id: 'heading-1', name: 'Heading' },
  { id: 'heading-2', name: 'Smaller heading' },
  { id: 'list-item', name: 'List item' },
  { id: 'question', name: 'Question' },
  { id: 'table-row', name: 'Table row' },
  { id: 'picture', name: 'Picture, described' },
] as const;
type KindId = (typeof KINDS)[number]['id'];

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
  const voices = useVoices();
  const languages = useMemo(
    () => languageOptions([handout.language, ...(voices.data ?? []).map(({ language }) => language)]),
    [handout.language, voices.data],
  );
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
  const kind: KindId =
    block?.type === 'heading'
      ? (block.level ?? 2) <= 1
        ? 'heading-1'
        : 'heading-2'
      : (block?.type ?? 'paragraph');
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
        <Bench role="toolbar" aria-label="Tools for the text">
          <Choice
            label="What this is"
            hideLabel
            value={kind}
            options={KINDS}
            onChange={(chosen) => proof.setKind(kindOf(chosen, block))}
          />
          <Choice
            label="Language of this passage"
            hideLabel
            value={block?.language ?? handout.language}
            options={languages}
            onChange={(tag) => proof.setLanguage(tag === handout.language ? undefined : tag)}
          />
          <IconButton
            aria-label="Do not read this aloud"
            aria-pressed={block?.silent === true}
            isDisabled={!block}
            onPress={() => proof.setSilent(block?.silent !== true)}
          >
            {block?.silent ? <VolumeX size={18} aria-hidden /> : <Volume1 size={18} aria-hidden />}
          </IconButton>
          <IconButton aria-label="Undo" isDisabled={!proof.canUndo} onPress={proof.undo}>
            <Undo2 size={18} aria-hidden />
          </IconButton>
          <IconButton aria-label="Redo" isDisabled={!proof.canRedo} onPress={proof.redo}>
            <Redo2 size={18} aria-hidden />
          </IconButton>
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
        </Bench>
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

function kindOf(kind: KindId, block: BlockView | undefined): Partial<Omit<BlockView, 'text'>> {
  if (kind === 'heading-1') return { type: 'heading', level: 1 };
  if (kind === 'heading-2') return { type: 'heading', level: 2 };
  const label = block?.label ?? undefined;
  const heads = block?.heads ?? undefined;
  if (kind === 'table-row') return { type: kind, ...(heads ? { heads } : {}) };
  return kind === 'question' || kind === 'list-item'
    ? { type: kind, ...(label ? { label } : {}) }
    : { type: kind };
}
