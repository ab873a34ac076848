import {
  boardInputSchema,
  phraseSchema,
  type Board,
  type BoardInput,
  type Phrase,
  type PhraseVoice,
} from '@aurelfield/api';
import { ArrowLeft, ArrowRight, Copy, Plus, Redo2, Trash2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { z } from 'zod';
import { ApiError } from '../../api/client.ts';
import { fetchBoard, useBoard, useBoardVoice, useSaveBoard } from '../../api/phraseQueries.ts';
import { Button, IconButton, SolidButton } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { randomId } from '../../ui/randomId.ts';
import { useKeptSteps } from '../../ui/useKeptSteps.ts';
import { useUndoKeys } from '../../ui/useUndoKeys.ts';
import { BoardLink } from './BoardLink.tsx';
import { BoardSettings } from './BoardSettings.tsx';
import { PhraseForm } from './PhraseForm.tsx';
import { PhraseGrid } from './PhraseGrid.tsx';

const Desk = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;

  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** A phrase that is still being written may be empty. */
const draftSchema = boardInputSchema.extend({
  name: z.string().max(80),
  phrases: z.array(phraseSchema.extend({ text: z.string() })),
});

/** A board: its phrases, their order, how it is used. */
export function EditBoard() {
  const { boardId = '' } = useParams();
  const board = useBoard(boardId);
  if (board.isPending || (board.isFetching && !board.isFetchedAfterMount))
    return <p aria-busy="true">Fetching the board …</p>;
  if (board.isError)
    return (
      <>
        <ScreenTitle title="Phrases" />
        <Notice kind="error" action={<Button onPress={() => void board.refetch()}>Try again</Button>}>
          {messageOf(board.error)}
        </Notice>
        <Link to="/phrases">To the boards</Link>
      </>
    );
  return <Editor key={boardId} board={board.data} />;
}

function inputOf({ name, pupilId, columns, scanning, phrases }: Board): BoardInput {
  return { name, pupilId, columns, scanning, phrases };
}

function Editor({ board }: { readonly board: Board }) {
  const [stored, setStored] = useState(board);
  const steps = useKeptSteps(
    `aurelfield:board-draft:${board.id}`,
    draftSchema,
    inputOf(stored),
    board.revision,
  );
  const { value, set } = steps;
  const save = useSaveBoard(board.id);
  const own = useBoardVoice(board.id, stored.pupilId);
  const [chosen, setChosen] = useState<string | undefined>(board.phrases[0]?.id);
  const [conflict, setConflict] = useState<Board>();
  useUndoKeys(steps.undo, steps.redo);
  const phrase = value.phrases.find(({ id }) => id === chosen);
  const setPhrases = (phrases: Phrase[], what: string) => set({ ...value, phrases }, what);
  const add = (like?: Phrase) => {
    const voice: PhraseVoice | undefined = like?.voice ?? phrase?.voice ?? own.data?.voice;
    if (!voice) return;
    const added: Phrase = like
      ? { ...like, id: randomId() }
      : {
          id: randomId(),
          category: phrase?.category ?? '',
          text: '',
          label: '',
          tint: phrase?.tint ?? 'stone',
          icon: null,
          picture: null,
          voice,
          variants: [],
        };
    setPhrases([...value.phrases, added], 'add');
    setChosen(added.id);
  };
  const move = (by: 1 | -1) => {
    const from = value.phrases.findIndex(({ id }) => id === chosen);
    const to = from + by;
    if (from < 0 || to < 0 || to >= value.phrases.length) return;
    const phrases = [...value.phrases];
    const [taken] = phrases.splice(from, 1);
    if (taken) phrases.splice(to, 0, taken);
    setPhrases(phrases, 'move');
  };
  const checked = boardInputSchema.safeParse(value);
  const empty = value.phrases.find(({ text }) => text.trim() === '');
  const store = (after?: () => void, revision = steps.revision ?? stored.revision) => {
    if (!checked.success) {
      if (empty) setChosen(empty.id);
      return;
    }
    save.mutate(
      { ...checked.data, revision },
      {
        onSuccess: (saved) => {
          setStored(saved);
          setConflict(undefined);
          steps.setRevision(saved.revision);
          steps.done();
          after?.();
        },
        onError: (error) => {
          if (error instanceof ApiError && error.code === 'changed')
            void fetchBoard(board.id).then(setConflict);
        },
      },
    );
  };
  return (
    <>
      <ScreenTitle title={value.name || 'A board'}>
        <Row>
          <IconButton aria-label="Undo" isDisabled={!steps.undo} onPress={() => steps.undo?.()}>
            <Undo2 size={18} aria-hidden />
          </IconButton>
          <IconButton aria-label="Redo" isDisabled={!steps.redo} onPress={() => steps.redo?.()}>
            <Redo2 size={18} aria-hidden />
          </IconButton>
          <SolidButton onPress={() => store()} isDisabled={save.isPending || !steps.isChanged}>
            {save.isPending ? 'Saving …' : 'Save'}
          </SolidButton>
          <Link to="/phrases">Back to the boards</Link>
        </Row>
      </ScreenTitle>
      <LeaveGuard when={steps.isChanged} onSave={store} onDiscard={steps.done} isSaving={save.isPending} />
      <Fact role="status">
        {steps.isChanged ? 'Not saved yet; kept in this browser meanwhile.' : 'Saved.'}
      </Fact>
      {!checked.success && steps.isChanged && (
        <Notice kind="hint">
          {empty ? 'One phrase has no words yet.' : (checked.error.issues[0]?.message ?? '')}
        </Notice>
      )}
      {save.isError && (
        <Notice
          kind="error"
          action={
            conflict && (
              <Row>
                <Button
                  onPress={() => {
                    setStored(conflict);
                    steps.setRevision(conflict.revision);
                    set(inputOf(conflict), 'rebase');
                    setConflict(undefined);
                    save.reset();
                  }}
                >
                  Take what is stored
                </Button>
                <Button onPress={() => store(undefined, conflict.revision)}>Store mine instead</Button>
              </Row>
            )
          }
        >
          {messageOf(save.error)}
        </Notice>
      )}
      <Desk>
        <div style={{ display: 'grid', gap: '1rem' }}>
          <Card>
            {value.phrases.length === 0 ? (
              <p>There is nothing on this board yet. Add a phrase: it speaks at a tap.</p>
            ) : (
              <PhraseGrid
                phrases={value.phrases}
                columns={value.columns}
                chosen={chosen}
                onChoose={setChosen}
                onMove={(phrases) => setPhrases(phrases, 'move')}
              />
            )}
            <Row>
              <Button onPress={() => add()} isDisabled={!own.data && !phrase}>
                <Plus size={18} aria-hidden /> Add a phrase
              </Button>
              {phrase && (
                <>
                  <IconButton aria-label="Move earlier" onPress={() => move(-1)}>
                    <ArrowLeft size={18} aria-hidden />
                  </IconButton>
                  <IconButton aria-label="Move later" onPress={() => move(1)}>
                    <ArrowRight size={18} aria-hidden />
                  </IconButton>
                  <IconButton aria-label="Copy this phrase" onPress={() => add(phrase)}>
                    <Copy size={18} aria-hidden />
                  </IconButton>
                  <IconButton
                    aria-label="Delete this phrase"
                    onPress={() => {
                      const at = value.phrases.findIndex(({ id }) => id === chosen);
                      const left = value.phrases.filter(({ id }) => id !== chosen);
                      setPhrases(left, 'delete');
                      setChosen(left[Math.min(at, left.length - 1)]?.id);
                    }}
                  >
                    <Trash2 size={18} aria-hidden />
                  </IconButton>
                </>
              )}
            </Row>
          </Card>
          <Card>
            <BoardSettings value={value} onChange={set} />
            <BoardLink board={stored} />
          </Card>
        </div>
        <Card>
          {phrase ? (
            <PhraseForm
              key={phrase.id}
              phrase={phrase}
              onChange={(change) =>
                setPhrases(
                  value.phrases.map((one) => (one.id === phrase.id ? { ...one, ...change } : one)),
                  `${phrase.id} ${Object.keys(change).join()}`,
                )
              }
            />
          ) : (
            <p>Choose a phrase, or add one.</p>
          )}
        </Card>
      </Desk>
    </>
  );
}
