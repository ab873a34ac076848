import type { BlockView } from '@aurelfield/api';
import { Ban, Redo2, Undo2 } from 'lucide-react';
import { useMemo, type ReactNode } from 'react';
import styled from 'styled-components';
import { useVoices } from '../../api/pupilQueries.ts';
import type { useProofEditor } from '../../proof/useProofEditor.ts';
import { Button, IconButton } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { languageOptions } from '../../ui/format.ts';

const Bench = styled(Row)`
  padding: 0.5rem 0;
`;

const KINDS = [
  { id: 'paragraph', name: 'Paragraph' },
  { id: 'heading-1', name: 'Heading' },
  { id: 'heading-2', name: 'Smaller heading' },
  { id: 'list-item', name: 'List item' },
  { id: 'question', name: 'Question' },
  { id: 'table-row', name: 'Table row' },
  { id: 'picture', name: 'Picture, described' },
  { id: 'equation', name: 'Equation' },
] as const;
type KindId = (typeof KINDS)[number]['id'];

interface BlockToolsProps {
  readonly proof: ReturnType<typeof useProofEditor>;
  /** The block that the cursor stands in. */
  readonly block: BlockView | undefined;
  /** The handout's. */
  readonly language: string;
  /** More tools, after these. */
  readonly children: ReactNode;
}

/** What the block at the cursor is, in which language, and whether it is read; steps back and forth. */
export function BlockTools({ proof, block, language, children }: BlockToolsProps) {
  const voices = useVoices();
  const languages = useMemo(
    () => languageOptions([language, ...(voices.data ?? []).map((voice) => voice.language)]),
    [language, voices.data],
  );
  const kind: KindId =
    block?.type === 'heading'
      ? (block.level ?? 2) <= 1
        ? 'heading-1'
        : 'heading-2'
      : (block?.type ?? 'paragraph');
  return (
    <Bench role="toolbar" aria-label="Tools for the text">
      <SelectField
        label="What this is"
        hideLabel
        value={kind}
        options={KINDS}
        onChange={(chosen) => proof.setKind(kindOf(chosen, block))}
      />
      <SelectField
        label="Language of this passage"
        hideLabel
        value={block?.language ?? language}
        options={languages}
        onChange={(tag) => proof.setLanguage(tag === language ? undefined : tag)}
      />
      <Button
        aria-pressed={block?.silent === true}
        isDisabled={!block}
        onPress={() => proof.setSilent(block?.silent !== true)}
      >
        <Ban size={18} aria-hidden /> {block?.silent ? 'Read this aloud again' : 'Don’t read this aloud'}
      </Button>
      <IconButton aria-label="Undo" isDisabled={!proof.canUndo} onPress={proof.undo}>
        <Undo2 size={18} aria-hidden />
      </IconButton>
      <IconButton aria-label="Redo" isDisabled={!proof.canRedo} onPress={proof.redo}>
        <Redo2 size={18} aria-hidden />
      </IconButton>
      {children}
    </Bench>
  );
}

/** What a block of this kind is, whatever it was before. */
function kindOf(kind: KindId, block: BlockView | undefined): Partial<Omit<BlockView, 'text'>> {
  if (kind === 'heading-1') return { type: 'heading', level: 1 };
  if (kind === 'heading-2') return { type: 'heading', level: 2 };
  const label = block?.label ?? undefined;
  const columnHeaders = block?.columnHeaders ?? undefined;
  if (kind === 'table-row') return { type: kind, ...(columnHeaders ? { columnHeaders } : {}) };
  return kind === 'question' || kind === 'list-item'
    ? { type: kind, ...(label ? { label } : {}) }
    : { type: kind };
}
