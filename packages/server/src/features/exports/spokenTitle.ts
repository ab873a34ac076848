import type { ReadingSentencePlan } from '@aurelfield/core/timeline';
import { joinedExportDocument, type ExportDocument } from '@aurelfield/formats';
import type { ReadingSound } from '../readings/readingSound.ts';
import type { ReadingRow } from '../readings/readingRepository.ts';
import type { TextThreads } from '../../threads/textThreads.ts';

/**
 * An edition that begins with its title, said in the reading's own voice and pace; as it is where its first
 * heading says the title already.
 */
export async function withSpokenTitle(
  exportDocument: ExportDocument,
  reading: ReadingRow,
  { threads, sound }: { readonly threads: TextThreads; readonly sound: ReadingSound },
): Promise<ExportDocument> {
  const { title, language, identifier } = exportDocument.facts;
  const first = exportDocument.blocks[exportDocument.sentences[0]?.block ?? -1];
  if (first?.type === 'heading' && isSame(first.text, title)) return exportDocument;
  const { settings, voice, engineVersion, sampleRate, lexicon } = reading;
  const heading = { type: 'heading', level: 1, text: title } as const;
  const rows = await threads.planBlocks(
    {
      blocks: [{ ...heading, offset: 0 }],
      offset: 0,
      isFollowed: true,
      language,
      voice: { id: voice, engineVersion },
      sampleRate,
      pitch: settings.pitch,
      pauses: settings.pauses,
      choices: settings.choices,
      lexicon,
      places: [],
      passageVoices: {},
      voicedPassages: [],
    },
    settings.speed,
  );
  const sentences = rows.map((row, index): ReadingSentencePlan => ({
    ...row,
    index,
    words: row.words.map(([start, end, firstSpoken, spokenCount]) => ({
      start,
      end,
      firstSpoken,
      spokenCount,
    })),
  }));
  if (sentences.length === 0) return exportDocument;
  const span = await sound.of(reading, sentences, { priority: 'making' });
  const spoken: ExportDocument = {
    facts: exportDocument.facts,
    blocks: [heading],
    sentences,
    timeline: span.timeline,
    render: (pieces) => sound.render(reading, span, pieces),
  };
  return joinedExportDocument([spoken, exportDocument], { title, identifier, pause: 0 });
}

function isSame(one: string, other: string): boolean {
  const plain = (text: string) => text.replace(/\s+/gu, ' ').trim().toLowerCase();
  return plain(one) === plain(other);
}
