import type { HandoutInput, Intake, TextFormat } from '@aurelfield/api';
import type { Draft } from './useDraft.ts';

/** Title and language as the teacher left them. */
interface Named {
  readonly title: string;
  readonly language: string;
}

/** What is stored of a source that was read. @param named as it was found by default. */
export function inputOf(draft: Draft, intake: Intake, named: Named = intake): HandoutInput {
  return {
    ...shared(draft, named),
    text: intake.text,
    format: intake.format,
    cleanUps: intake.cleanUps,
    photos: intake.photos,
    ...(intake.content ? { content: intake.content } : {}),
    ...(intake.ticket === null ? {} : { ticket: intake.ticket }),
  };
}

/** What is stored of a text that was typed, pasted, or taken from the file with this ticket. */
export function typedInput(
  draft: Draft,
  named: Named,
  format: TextFormat,
  ticket: string | undefined,
): HandoutInput {
  return { ...shared(draft, named), text: draft.text, format, ...(ticket ? { ticket } : {}) };
}

function shared({ subject, className }: Draft, { title, language }: Named) {
  return { subject, className, title: title.trim() || 'Untitled handout', language };
}
