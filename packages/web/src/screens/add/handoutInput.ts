import type { HandoutInput, DocumentPreview, TextFormat } from '@aurelfield/api';
import type { Draft } from './useDraft.ts';

/** Title and language as the teacher left them. */
interface Named {
  readonly title: string;
  readonly language: string;
}

/** What is stored of a source that was read. @param named as it was found by default. */
export function inputOf(draft: Draft, imported: DocumentPreview, named: Named = imported): HandoutInput {
  return {
    ...shared(draft, named),
    text: imported.text,
    format: imported.format,
    cleanUps: imported.cleanUps,
    photos: imported.photos,
    ...(imported.content ? { content: imported.content } : {}),
    ...(imported.uploadId === null ? {} : { uploadId: imported.uploadId }),
  };
}

/** What is stored of a text that was typed, pasted, or taken from the file with this ticket. */
export function typedInput(
  draft: Draft,
  named: Named,
  format: TextFormat,
  uploadId: string | undefined,
): HandoutInput {
  return { ...shared(draft, named), text: draft.text, format, ...(uploadId ? { uploadId } : {}) };
}

function shared({ subject, className }: Draft, { title, language }: Named) {
  return { subject, className, title: title.trim() || 'Untitled handout', language };
}
