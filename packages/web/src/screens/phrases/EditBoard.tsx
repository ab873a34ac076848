import {
  boardInputSchema,
  phraseSchema,
  type Board,
  type BoardInput,
  type Phrase,
  type PhraseVoice,
  type Scanning,
} from '@aurelfield/api';
import { ArrowLeft, ArrowRight, Copy, Plus, Redo2, Trash2, Undo2 } from 'lucide-react';
import { useState } from 'react';
import { Button as AriaButton, GridList, GridListItem, useDragAndDrop } from 'react-aria-components';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { z } from 'zod';
import { ApiError } from '../../api/client.ts';
import { fetchBoard, useBoard, useBoardLink, useBoardVoice, useSaveBoard } from '../../api/phraseQueries.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { ICONS } from '../../board/icons.ts';
import { Button, IconButton, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Amount, SelectField, Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Card } from '../../ui/layout.tsx';
import { LeaveGuard } from '../../ui/LeaveGuard.tsx';
import { usePublicAddress } from '../../api/publicAddress.ts';
import { AddressWarning } from '../../ui/AddressWarning.tsx';
import { CopyButton } from '../../ui/CopyButton.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { randomId } from '../../ui/randomId.ts';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { useKeptSteps } from '../../ui/useKeptSteps.ts';
import { useUndoKeys } from '../../ui/useUndoKeys.ts';
import { PhraseForm } from './PhraseForm.tsx';

const Desk = styled.div`
  display: grid;
  grid-template-columns: minmax(0, 1.4fr) minmax(0, 1fr);
  gap: 1.25rem;
  align-items: start;

  @media (max-width: 900px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Buttons = styled(GridList)<{ $columns: number }>`
  display: grid;
  grid-template-columns: repeat(${({ $columns }) => $columns}, minmax(0, 1fr));
  gap: 0.6rem;

  [role='row'] {
    position: relative;
    display: grid;
    place-items: center;
    gap: 0.3rem;
    min-height: 5.5rem;
    padding: 0.5rem;
    border: 2px solid var(--edge);
    border-radius: 14px;
    background: var(--surface);
    text-align: center;
    overflow-wrap: anywhere;
    cursor: pointer;
  }

  [role='gridcell'] {
    display: contents;
  }

  [role='row'][data-selected] {
    border-color: var(--accent);
    box-shadow: 0 0 0 2px var(--accent);
  }

  img {
    height: 2.5rem;
  }

  [slot='drag'] {
    position: absolute;
    inset: 4px 4px auto auto;
    width: 24px;
    height: 24px;
    border: 0;
    background: none;
    color: var(--quiet);
    cursor: grab;
  }

  .react-aria-DropIndicator {
    outline: 3px solid var(--accent);
    border-radius: 14px;
  }
`;

const SWITCHES = [
  { id: 'none', name: 'No switch: touch or keys' },
  { id: 'one', name: 'One switch: it chooses, time steps' },
  { id: 'two', name: 'Two switches: one steps, one chooses' },
] as const;
const ORDERS = [
  { id: 'rows', name: 'Row by row, then the buttons of a row' },
  { id: 'buttons', name: 'Button by button' },
] as const;

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
  const pupils = usePupils().data ?? [];
  const save = useSaveBoard(board.id);
  const own = useBoardVoice(board.id, stored.pupilId);
  const [chosen, setChosen] = useState<string | undefined>(board.phrases[0]?.id);
  const [conflict, setConflict] = useState<Board>();
  useUndoKeys(steps.undo, steps.redo);
  const phrase = value.phrases.find(({ id }) => id === chosen);
  const setPhrases = (phrases: Phrase[], what: string) => set({ ...value, phrases }, what);
  const setScanning = (change: Partial<Scanning>) =>
    set({ ...value, scanning: { ...value.scanning, ...change } }, `scanning ${Object.keys(change).join()}`);
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
  const { dragAndDropHooks } = useDragAndDrop({
    getItems: (keys) =>
      [...keys].map((key) => ({ 'text/plain': value.phrases.find(({ id }) => id === key)?.text ?? '' })),
    onReorder: ({ keys, target }) => {
      const moved = value.phrases.filter(({ id }) => keys.has(id));
      const rest = value.phrases.filter(({ id }) => !keys.has(id));
      const at = rest.findIndex(({ id }) => id === target.key) + (target.dropPosition === 'after' ? 1 : 0);
      setPhrases([...rest.slice(0, at), ...moved, ...rest.slice(at)], 'move');
    },
  });
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
              <Buttons
                $columns={value.columns}
                aria-label="Phrases"
                layout="grid"
                selectionMode="single"
                selectionBehavior="replace"
                selectedKeys={chosen === undefined ? [] : [chosen]}
                onSelectionChange={(keys) => keys !== 'all' && setChosen([...keys].map(String)[0] ?? chosen)}
                dragAndDropHooks={dragAndDropHooks}
              >
                {value.phrases.map(({ id, text, label, icon, picture }) => {
                  const Icon = icon === null ? undefined : ICONS[icon];
                  return (
                    <GridListItem key={id} id={id} textValue={text || 'A phrase without words'}>
                      {picture !== null ? (
                        <img src={`/api/phrase-pictures/${picture}`} alt="" />
                      ) : Icon ? (
                        <Icon size={28} aria-hidden />
                      ) : null}
                      <span>{label || text || '…'}</span>
                      <AriaButton slot="drag" aria-label={`Move ${label || text}`}>
                        ⠿
                      </AriaButton>
                    </GridListItem>
                  );
                })}
              </Buttons>
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
            <h2>The board</h2>
            <Field label="Name" value={value.name} onChange={(name) => set({ ...value, name }, 'name')} />
            <SelectField
              label="Whose voice says what is typed"
              value={value.pupilId ?? ''}
              options={[
                { id: '', name: 'Nobody’s in particular' },
                ...pupils.map(({ id, name }) => ({ id, name })),
              ]}
              onChange={(id) => set({ ...value, pupilId: id === '' ? null : id }, 'pupil')}
            />
            <Amount
              label="Columns"
              value={value.columns}
              min={2}
              max={8}
              step={1}
              say={(n) => `${n} columns`}
              onChange={(columns) => set({ ...value, columns }, 'columns')}
            />
            <h3>Switches</h3>
            <SelectField
              label="Used with"
              value={value.scanning.switches}
              options={SWITCHES}
              onChange={(switches) => setScanning({ switches })}
            />
            {value.scanning.switches !== 'none' && (
              <>
                <SelectField
                  label="Order"
                  value={value.scanning.order}
                  options={ORDERS}
                  onChange={(order) => setScanning({ order })}
                />
                <Amount
                  label="Each step lasts"
                  value={value.scanning.seconds}
                  min={0.4}
                  max={10}
                  step={0.1}
                  say={(n) => `${n.toFixed(1)} seconds`}
                  onChange={(seconds) => setScanning({ seconds })}
                />
                <Amount
                  label="Rests after"
                  value={value.scanning.rounds}
                  min={1}
                  max={20}
                  step={1}
                  say={(n) => `${n} ${n === 1 ? 'round' : 'rounds'}`}
                  onChange={(rounds) => setScanning({ rounds })}
                />
                <CheckboxField isSelected={value.scanning.sound} onChange={(sound) => setScanning({ sound })}>
                  A click at every step
                </CheckboxField>
                <Fact>
                  A switch is any key, a mouse button or a touch. With two, Space steps and Enter chooses.
                </Fact>
              </>
            )}
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

/** The secret link: told when it is made, and never again. */
function BoardLink({ board }: { readonly board: Board }) {
  const link = useBoardLink(board.id);
  const [address, setAddress] = useState<string>();
  const [hasLink, setHasLink] = useState(board.hasLink);
  const origin = usePublicAddress();
  return (
    <>
      <h3>On a tablet</h3>
      {address !== undefined && (
        <>
          <AddressWarning />
          <Field
            label="The board’s link"
            value={address}
            isReadOnly
            description="Anyone who has it can use the board. Copy it now – it is not shown again."
          />
          <Row>
            <CopyButton text={address} />
            <a href={address} target="_blank" rel="noreferrer">
              Open the board
            </a>
          </Row>
        </>
      )}
      {link.isError && <Notice kind="error">{messageOf(link.error)}</Notice>}
      <Row>
        <Button
          isDisabled={link.isPending}
          onPress={() =>
            link.mutate('make', {
              onSuccess: (token) => {
                setAddress(`${origin}/board/${token ?? ''}`);
                setHasLink(true);
              },
            })
          }
        >
          {hasLink ? 'Make a new link (the old one stops working)' : 'Make a link'}
        </Button>
        {hasLink && (
          <PlainButton
            onPress={() =>
              link.mutate('revoke', {
                onSuccess: () => {
                  setAddress(undefined);
                  setHasLink(false);
                },
              })
            }
          >
            Take the link back
          </PlainButton>
        )}
      </Row>
    </>
  );
}
