import type { HandoutSummary } from '@aurelfield/api';

/** A handout as a list has it, typed in and made for nobody yet. */
export function handoutSummary(
  more: Partial<HandoutSummary> & Pick<HandoutSummary, 'id' | 'title'>,
): HandoutSummary {
  return {
    subject: '',
    className: '',
    language: 'en-GB',
    words: 130,
    sourceKind: 'typed',
    sourceName: null,
    sourceAddress: null,
    tags: [],
    archived: false,
    deletedAt: null,
    createdAt: '2026-11-01T09:00:00.000Z',
    updatedAt: '2026-11-01T09:00:00.000Z',
    readyFor: [],
    makingFor: [],
    outOfDateFor: [],
    ...more,
  };
}
