import { MAX_HANDOUT_CHARACTERS, type HandoutInput, type TextFormat } from '@aurelfield/api';
import { baseLanguage, looksLikeMarkdown } from '@aurelfield/core/text';
import { useState, type ClipboardEvent, type FormEvent } from 'react';
import { DropZone, isFileDropItem } from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { useAddHandout } from '../../api/handoutQueries.ts';
import { useExamination } from '../../api/importQueries.ts';
import { useVoices } from '../../api/pupilQueries.ts';
import { Button, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { SelectField, Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count, languageName, languageOptions } from '../../ui/format.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { useDebouncedValue } from '../../ui/useDebouncedValue.ts';
import { useRecognisableLanguages } from '../../api/photoQueries.ts';
import { Found } from './Found.tsx';
import { formattedPaste } from './formattedPaste.ts';
import { inputOf, typedInput } from './handoutInput.ts';
import { PhotoPages } from './PhotoPages.tsx';
import { Preview } from './Preview.tsx';
import { SourceList } from './SourceList.tsx';
import { NO_DRAFT, useDraft } from './useDraft.ts';
import { usePhotos } from './usePhotos.ts';
import { useSources, type Source } from './useSources.ts';
import { WaysIn } from './WaysIn.tsx';

const Columns = styled.form`
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(16rem, 22rem);
  gap: 1.5rem;
  align-items: start;

  @media (max-width: 860px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

const Drop = styled(DropZone)`
  display: flex;
  flex-direction: column;
  gap: 0.9rem;
  padding: 1rem;
  border: 2px dashed var(--edge);
  border-radius: calc(var(--radius) + 4px);

  &[data-drop-target] {
    border-color: var(--accent);
    background: var(--accent-soft);
  }
`;

/** Where a handout leads once it is stored; what is typed was proofed by typing it. */
const GOALS = { listen: 'Save and listen', proof: 'Save and check' } as const;
type Goal = keyof typeof GOALS;

const PHOTO_NAME = /\.(jpe?g|png|webp|tiff?|avif|gif|heic|heif|bmp)$/iu;

/**
 * One place that takes anything in: typed, pasted, files, a web page. What is typed is kept in the browser
 * until it is stored.
 */
export function AddHandout() {
  const navigate = useNavigate();
  const add = useAddHandout();
  const offerUndo = useUndo();
  const voices = useVoices();
  const { draft, setDraft, set, forgetDraft } = useDraft();
  const { sources, addFile, addPage, remove, clear, setSources } = useSources();
  const [textFile, setTextFile] = useState<Source>();
  const [stored, setStored] = useState(0);
  const rested = useDebouncedValue(draft.text, 400);
  const tooLong = draft.text.length > MAX_HANDOUT_CHARACTERS;
  const examination = useExamination(tooLong ? '' : rested);
  const [photoLanguages, setPhotoLanguages] = useState<readonly string[]>(['eng']);
  const photos = usePhotos(photoLanguages);
  const hasPhotos = photos.pages.some(({ state, photo }) => state !== 'failed' || photo !== undefined);
  const recognisable = useRecognisableLanguages(hasPhotos);
  const ready = sources.filter((source) => source.found !== undefined);
  // What could not be read leaves the field where it was, with all that was typed into it.
  const typed = !hasPhotos && sources.every(({ state }) => state === 'failed');
  const alive = sources.filter(({ state }) => state !== 'failed');
  const handoutCount = alive.length + (hasPhotos ? 1 : 0);
  const single = handoutCount === 1 ? (hasPhotos ? photos : alive[0]) : undefined;
  const found = typed ? (draft.text.trim() === '' ? undefined : examination.data) : single?.found;

  const language = draft.language || found?.language || 'en-GB';
  const fromFile = textFile?.found?.text === draft.text ? textFile.found : undefined;
  const title = draft.title ?? (typed ? fromFile?.title : undefined) ?? found?.title ?? '';

  /**
   * Photos become pages of one handout. One text file alone is put into the field, where it can be changed
   * before it is stored.
   */
  const takeFiles = async (chosen: readonly File[]) => {
    const isPhoto = ({ name, type }: File) => type.startsWith('image/') || PHOTO_NAME.test(name);
    photos.add(chosen.filter(isPhoto));
    const files = chosen.filter((file) => !isPhoto(file));
    if (files.length === 0) {
      setDraft((before) => ({ ...before, title: null, language: '' }));
      return;
    }
    const alone = files.length === 1 && sources.length === 0;
    const read = await Promise.all(files.map((file) => addFile(file)));
    const [only] = read;
    if (!alone || only?.found?.content !== null) {
      setDraft((before) => ({ ...before, title: null, language: '' }));
      return;
    }
    const { text } = only.found;
    remove(only.id);
    setTextFile(only);
    if (draft.text.trim() !== '')
      offerUndo({
        text: 'Your text was replaced by the file.',
        undo: () => {
          setDraft({ ...draft });
          setTextFile(textFile);
        },
      });
    setDraft((before) => ({ ...before, text, title: null, language: '' }));
  };

  const takeScan = async (source: Source) => {
    if (!source.scan) return;
    try {
      setSources((all) =>
        all.map((other) => (other.id === source.id ? { ...other, state: 'reading' } : other)),
      );
      await photos.addScan(source.scan, new AbortController().signal);
      remove(source.id);
    } catch (error) {
      setSources((all) =>
        all.map((other) =>
          other.id === source.id ? { ...other, state: 'failed', error: messageOf(error) } : other,
        ),
      );
    }
  };

  /** @returns whether the page was found. */
  const takePage = async (address: string) => {
    const page = await addPage(address);
    setDraft((before) => ({ ...before, title: null, language: '' }));
    return page.found !== undefined;
  };

  const storeOne = (goal: Goal) => {
    // What the server found out may be of the text before the last key.
    const format: TextFormat = fromFile?.format ?? (looksLikeMarkdown(draft.text) ? 'markdown' : 'text');
    const input: HandoutInput =
      typed || !found
        ? typedInput(draft, { title, language }, format, textFile?.found?.uploadId ?? undefined)
        : inputOf(draft, found, { title, language });
    add.mutate(input, {
      onSuccess: (handout) => {
        forgetDraft();
        void navigate(`/${goal}/${handout.id}`);
      },
    });
  };

  /** What is pasted keeps its lists and tables, written as Markdown, which can be changed like any text. */
  const paste = (event: ClipboardEvent) => {
    const written = formattedPaste(event.clipboardData.getData('text/html'));
    if (written === undefined || !(event.target instanceof HTMLTextAreaElement)) return;
    event.preventDefault();
    const field = event.target;
    // At once, so that what is typed next stands behind it; the field then tells of its change as if it had
    // been typed.
    field.setRangeText(written, field.selectionStart, field.selectionEnd, 'end');
    field.dispatchEvent(new Event('input', { bubbles: true }));
  };

  /** Stores one after the other; what fails stays on the list with its reason. */
  const storeAll = async () => {
    let done = 0;
    for (const source of ready) {
      if (!source.found) continue;
      try {
        await add.mutateAsync(inputOf(draft, source.found));
        done += 1;
        setStored(done);
        remove(source.id);
      } catch (error) {
        setSources((all) =>
          all.map((other) => (other.id === source.id ? { ...other, error: messageOf(error) } : other)),
        );
      }
    }
    if (photos.found) {
      try {
        await add.mutateAsync(inputOf(draft, photos.found));
        done += 1;
        setStored(done);
        photos.clear();
      } catch {
        return;
      }
    }
    if (done === ready.length + (photos.found ? 1 : 0)) void navigate('/');
  };

  const canStore = typed ? draft.text.trim() !== '' && !tooLong : found !== undefined;
  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (handoutCount > 1) void storeAll();
    else if (canStore) storeOne(typed ? 'listen' : 'proof');
  };

  const readyCount = ready.length + (photos.found ? 1 : 0);
  const spoken = new Set((voices.data ?? []).map((voice) => baseLanguage(voice.language)));
  const hasVoice = !voices.data || spoken.has(baseLanguage(language));
  const reading = photos.isBusy || sources.some(({ state }) => state === 'reading');
  return (
    <>
      <ScreenTitle title="Add a handout" />
      <Columns onSubmit={submit}>
        <Drop
          aria-label="Text of the handout; files can be dropped here"
          onDrop={(event) => {
            const items = event.items.filter(isFileDropItem);
            if (items.length > 0) void Promise.all(items.map((item) => item.getFile())).then(takeFiles);
          }}
        >
          <WaysIn onFiles={(files) => void takeFiles(files)} onAddress={takePage} />
          {sources.length > 0 && (
            <SourceList sources={sources} onRemove={remove} onScan={(source) => void takeScan(source)} />
          )}
          {photos.pages.length > 0 && (
            <PhotoPages
              pages={photos.pages}
              error={photos.error}
              languages={{ all: recognisable.data ?? [], chosen: photoLanguages }}
              onLanguages={(chosen) => {
                setPhotoLanguages(chosen);
                photos.readAll(chosen);
              }}
              onCorners={photos.setCorners}
              onRead={photos.read}
              onMove={photos.move}
              onRemove={(id) => {
                const putBack = photos.remove(id);
                offerUndo({ text: 'Page removed.', undo: putBack });
              }}
              onStop={photos.stopAll}
            />
          )}
          {textFile && typed && <SourceList sources={[textFile]} onRemove={() => setTextFile(undefined)} />}
          {single?.found?.content && (
            <Preview
              found={single.found}
              name={hasPhotos ? count(photos.pages.length, 'photo') : (alive[0]?.name ?? '')}
            />
          )}
          {typed && (
            <Field
              label="Text"
              rows={16}
              value={draft.text}
              onChange={set('text')}
              placeholder="Paste or type the handout here."
              onPaste={paste}
              error={tooLong ? tooLongMessage(draft.text.length) : undefined}
              description="A blank line begins a new paragraph; a short line on its own is taken for a heading."
            />
          )}
        </Drop>
        <Card aria-label="About this handout">
          <h2>About this handout</h2>
          {handoutCount > 1 ? (
            <p role="status">
              {count(readyCount, 'handout')} to save
              {reading ? ', more are being read …' : '.'}
            </p>
          ) : (
            <>
              <Found
                found={found}
                pending={
                  reading ||
                  (typed &&
                    draft.text.trim() !== '' &&
                    !tooLong &&
                    (examination.isFetching || rested !== draft.text))
                }
              />
              {examination.isError && typed && !tooLong && (
                <Notice kind="error">{messageOf(examination.error)}</Notice>
              )}
              <Field label="Title" value={title} onChange={set('title')} />
              <SelectField
                label="Language"
                value={language}
                options={languageOptions([language, ...(voices.data ?? []).map((voice) => voice.language)])}
                onChange={set('language')}
              />
              {!hasVoice && (
                <Notice kind="hint">
                  No voice here speaks {languageName(language)}. The handout can be kept, but not heard. If
                  the guess is wrong, change the language.
                </Notice>
              )}
            </>
          )}
          <Field label="Subject" description="Optional." value={draft.subject} onChange={set('subject')} />
          <Field label="Class" description="Optional." value={draft.className} onChange={set('className')} />
          {add.isError && <Notice kind="error">{messageOf(add.error)}</Notice>}
          <Row>
            <SolidButton
              type="submit"
              isDisabled={
                add.isPending || reading || (typed ? draft.text.trim() === '' || tooLong : readyCount === 0)
              }
            >
              {add.isPending
                ? stored > 0
                  ? `Saving, ${stored} done …`
                  : 'Saving …'
                : handoutCount > 1
                  ? `Save all ${readyCount}`
                  : typed
                    ? GOALS.listen
                    : GOALS.proof}
            </SolidButton>
            {handoutCount <= 1 && !add.isPending && (
              <Button isDisabled={reading || !canStore} onPress={() => storeOne(typed ? 'proof' : 'listen')}>
                {typed ? GOALS.proof : GOALS.listen}
              </Button>
            )}
            {(draft.text !== '' || sources.length > 0 || photos.pages.length > 0) && (
              <PlainButton
                onPress={() => {
                  const [before, fileBefore, sourcesBefore] = [draft, textFile, sources];
                  offerUndo({
                    text: 'Cleared.',
                    undo: () => {
                      setDraft({ ...before });
                      setTextFile(fileBefore);
                      setSources(sourcesBefore.filter(({ state }) => state !== 'reading'));
                    },
                  });
                  forgetDraft();
                  setTextFile(undefined);
                  clear();
                  photos.clear();
                  setDraft(NO_DRAFT);
                }}
              >
                Clear
              </PlainButton>
            )}
          </Row>
        </Card>
      </Columns>
    </>
  );
}

function tooLongMessage(length: number): string {
  return `This text has ${length.toLocaleString('en-GB')} characters; one handout may have ${MAX_HANDOUT_CHARACTERS.toLocaleString('en-GB')}. Split it and add the parts one by one.`;
}
