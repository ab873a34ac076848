import { MAX_FILE_BYTES, MAX_HANDOUT_CHARACTERS, type Intake, type TextFormat } from '@aurelfield/api';
import { baseLanguage } from '@aurelfield/core';
import { FileText, Upload, X } from 'lucide-react';
import { useEffect, useRef, useState, type FormEvent } from 'react';
import { DropZone, FileTrigger, isFileDropItem } from 'react-aria-components';
import { useNavigate } from 'react-router';
import styled from 'styled-components';
import { z } from 'zod';
import { examineFile, useAddHandout, useExamination, useVoices } from '../../api/queries.ts';
import { Button, IconButton, PlainButton, SolidButton } from '../../ui/Button.tsx';
import { Choice, Field } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row, Sheet } from '../../ui/layout.tsx';
import { forget, recall, remember } from '../../ui/memory.ts';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { count, languageName } from '../../ui/say.ts';
import { useUndo } from '../../ui/Undo.tsx';
import { useResting } from '../../ui/useResting.ts';

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

const FileRow = styled(Row)`
  padding: 0.35rem 0.35rem 0.35rem 0.8rem;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--surface);
  overflow-wrap: anywhere;
`;

const DRAFT_KEY = 'aurelfield:draft';
const draftSchema = z.object({
  text: z.string(),
  title: z.string().nullable(),
  language: z.string(),
  subject: z.string(),
  className: z.string(),
});
type Draft = z.infer<typeof draftSchema>;
const EMPTY: Draft = { text: '', title: null, language: '', subject: '', className: '' };
/** Longer drafts are not kept in the browser, whose store is small. */
const KEPT_CHARACTERS = 1_000_000;

/** One place that takes a text in: typed, pasted, or a file. What is typed is kept in the browser until it is stored. */
export function AddHandout() {
  const navigate = useNavigate();
  const add = useAddHandout();
  const tell = useUndo();
  const voices = useVoices();
  const [draft, setDraft] = useState<Draft>(() => draftSchema.safeParse(recall(DRAFT_KEY)).data ?? EMPTY);
  const [file, setFile] = useState<{ readonly file: File; readonly found: Intake }>();
  const [fileError, setFileError] = useState<string>();
  const [reading, setReading] = useState(false);
  const fileCount = useRef(0);
  const rested = useResting(draft.text, 400);
  const tooLong = draft.text.length > MAX_HANDOUT_CHARACTERS;
  const examination = useExamination(tooLong ? '' : rested);
  const found = draft.text.trim() === '' ? undefined : examination.data;

  useEffect(() => {
    if (draft === EMPTY) return;
    const timer = setTimeout(() => {
      if (draft.text.length <= KEPT_CHARACTERS) remember(DRAFT_KEY, draft);
    }, 150);
    return () => clearTimeout(timer);
  }, [draft]);

  const set = (field: keyof Draft) => (value: string) =>
    setDraft((before) => ({ ...before, [field]: value }));
  const language = draft.language || found?.language || 'en-GB';
  const title =
    draft.title ?? (file && file.found.text === draft.text ? file.found.title : found?.title) ?? '';

  const bringBack = (before: Draft, fileBefore: typeof file) => {
    setDraft({ ...before });
    setFile(fileBefore);
  };

  const takeFile = async (chosen: File) => {
    const nth = ++fileCount.current;
    setFileError(undefined);
    if (chosen.size > MAX_FILE_BYTES) {
      setFileError(`“${chosen.name}” is larger than 20 MB. Split it and add the parts one by one.`);
      return;
    }
    setReading(true);
    try {
      const intake = await examineFile(chosen);
      if (nth !== fileCount.current) return;
      setFile({ file: chosen, found: intake });
      if (draft.text.trim() !== '')
        tell({
          text: 'The file’s text took the place of what was there.',
          undo: () => bringBack(draft, file),
        });
      setDraft((before) => ({ ...before, text: intake.text, title: null, language: '' }));
    } catch (error) {
      if (nth === fileCount.current) setFileError(messageOf(error));
    } finally {
      if (nth === fileCount.current) setReading(false);
    }
  };

  const submit = (event: FormEvent) => {
    event.preventDefault();
    if (draft.text.trim() === '' || tooLong) return;
    const format: TextFormat = file?.found.format ?? found?.format ?? 'text';
    const input = {
      text: draft.text,
      title: title.trim() || 'Untitled handout',
      language,
      subject: draft.subject,
      className: draft.className,
      format,
    };
    add.mutate(
      { input, file: file?.file },
      {
        onSuccess: (handout) => {
          forget(DRAFT_KEY);
          void navigate(`/listen/${handout.id}`);
        },
      },
    );
  };

  const spoken = new Set((voices.data ?? []).map((voice) => baseLanguage(voice.language)));
  const hasVoice = !voices.data || spoken.has(baseLanguage(language));
  return (
    <>
      <ScreenTitle title="Add a handout" />
      <Columns onSubmit={submit}>
        <Drop
          aria-label="Text of the handout; a text file can be dropped here"
          onDrop={(event) => {
            const item = event.items.find(isFileDropItem);
            if (item) void item.getFile().then(takeFile);
          }}
        >
          <Row>
            <FileTrigger
              acceptedFileTypes={['.txt', '.md', '.markdown', 'text/plain', 'text/markdown']}
              onSelect={(files) => {
                const chosen = files?.item(0);
                if (chosen) void takeFile(chosen);
              }}
            >
              <Button>
                <Upload size={18} aria-hidden /> Choose a file
              </Button>
            </FileTrigger>
            <Fact>.txt or .md, up to 20 MB. You can also drop it anywhere in this frame.</Fact>
          </Row>
          {reading && <p role="status">Reading the file …</p>}
          {fileError !== undefined && <Notice kind="error">{fileError}</Notice>}
          {file && (
            <FileRow>
              <FileText size={18} aria-hidden />
              <span>
                {file.file.name} <Fact>{encodingName(file.found.encoding)}</Fact>
              </span>
              <IconButton
                aria-label="Leave the file out and keep the text"
                onPress={() => setFile(undefined)}
              >
                <X size={18} aria-hidden />
              </IconButton>
            </FileRow>
          )}
          <Field
            label="Text"
            rows={16}
            value={draft.text}
            onChange={set('text')}
            placeholder="Paste or type the handout here."
            error={tooLong ? tooLongMessage(draft.text.length) : undefined}
            description="A blank line begins a new paragraph; a short line on its own is taken for a heading."
          />
        </Drop>
        <Sheet aria-label="What was found">
          <h2>What was found</h2>
          <Found
            found={found}
            pending={
              draft.text.trim() !== '' && !tooLong && (examination.isFetching || rested !== draft.text)
            }
          />
          {examination.isError && !tooLong && <Notice kind="error">{messageOf(examination.error)}</Notice>}
          <Field label="Title" value={title} onChange={set('title')} />
          <Choice
            label="Language"
            value={language}
            options={languageOptions([language, ...(voices.data ?? []).map((voice) => voice.language)])}
            onChange={set('language')}
          />
          {!hasVoice && (
            <Notice kind="hint">
              No voice here speaks {languageName(language)}. The handout can be kept, but not heard. If the
              guess is wrong, change the language.
            </Notice>
          )}
          <Field label="Subject" description="If you like." value={draft.subject} onChange={set('subject')} />
          <Field
            label="Class"
            description="If you like."
            value={draft.className}
            onChange={set('className')}
          />
          {add.isError && <Notice kind="error">{messageOf(add.error)}</Notice>}
          <Row>
            <SolidButton
              type="submit"
              isDisabled={draft.text.trim() === '' || tooLong || add.isPending || reading}
            >
              {add.isPending ? 'Storing …' : 'Store and listen'}
            </SolidButton>
            {draft.text !== '' && (
              <PlainButton
                onPress={() => {
                  tell({ text: 'The text was cleared.', undo: () => bringBack(draft, file) });
                  forget(DRAFT_KEY);
                  setFile(undefined);
                  setDraft(EMPTY);
                }}
              >
                Clear
              </PlainButton>
            )}
          </Row>
        </Sheet>
      </Columns>
    </>
  );
}

function Found({ found, pending }: { readonly found: Intake | undefined; readonly pending: boolean }) {
  if (!found)
    return (
      <p role="status">
        {pending ? 'Looking …' : 'Nothing yet. Title and language are guessed from the text.'}
      </p>
    );
  const parts = [
    count(found.words, 'word'),
    found.headings > 0 ? count(found.headings, 'heading') : '',
    count(found.blocks - found.headings, 'paragraph or item', 'paragraphs and items'),
  ];
  return <p role="status">{parts.filter((part) => part !== '').join(', ')}.</p>;
}

function tooLongMessage(length: number): string {
  return `This text has ${length.toLocaleString('en-GB')} characters; one handout may have ${MAX_HANDOUT_CHARACTERS.toLocaleString('en-GB')}. Split it and add the parts one by one.`;
}

function encodingName(encoding: string | null): string {
  const names: Readonly<Record<string, string>> = {
    'utf-8': '',
    'utf-16le': 'read as UTF-16',
    'utf-16be': 'read as UTF-16',
    'windows-1252': 'read as Windows-1252',
  };
  return encoding === null ? '' : (names[encoding] ?? encoding);
}

function languageOptions(tags: readonly string[]): { id: string; name: string }[] {
  return [...new Set(tags)]
    .map((id) => ({ id, name: languageName(id) }))
    .sort((a, b) => a.name.localeCompare(b.name));
}
