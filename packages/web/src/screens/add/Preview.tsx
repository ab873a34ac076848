import type { BlockView, DocumentPreview } from '@aurelfield/api';
import { CELL_SEPARATOR } from '@aurelfield/core/text';
import { ImageIcon } from 'lucide-react';
import styled from 'styled-components';
import { Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';

const SHOWN_AT_MOST = 200;

const Paper = styled.article`
  max-height: 34rem;
  overflow: auto;
  padding: 1rem 1.4rem;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background: var(--surface);
  line-height: 1.6;

  h3,
  p {
    margin: 0.5rem 0 0;
    overflow-wrap: anywhere;
  }

  .item {
    padding-inline-start: 1.2em;
  }

  .row {
    display: grid;
    grid-auto-flow: column;
    grid-auto-columns: minmax(0, 1fr);
    gap: 0 1em;
    border-bottom: 1px solid var(--line);
  }

  .equation {
    padding-inline-start: 2em;
    font-variant-numeric: lining-nums;
  }

  .picture {
    display: flex;
    gap: 0.5em;
    font-style: italic;
  }
`;

/**
 * What was read of a document, before it is stored: warnings, what was cleaned up, and the text block by
 * block.
 */
export function Preview({ found, name }: { readonly found: DocumentPreview; readonly name: string }) {
  const content = found.content ?? [];
  return (
    <>
      {found.warnings.map((warning) => (
        <Notice key={warning} kind="hint">
          {warning}
        </Notice>
      ))}
      {found.cleanUps.length > 0 && (
        <details>
          <summary>{count(found.cleanUps.length, 'thing')} cleaned up</summary>
          <ul>
            {found.cleanUps.slice(0, SHOWN_AT_MOST).map(({ rule, before, after }, i) => (
              <li key={i}>
                {rule}: <del>{shortened(before)}</del> {after !== '' && <ins>{shortened(after)}</ins>}
              </li>
            ))}
          </ul>
        </details>
      )}
      {/* A scrolling region must be reachable by keyboard. */}
      <Paper aria-label={`What was read of ${name}`} tabIndex={0}>
        {content.slice(0, SHOWN_AT_MOST).map((block, i) => (
          <PreviewBlock key={i} block={block} />
        ))}
        {content.length > SHOWN_AT_MOST && <p>… and {content.length - SHOWN_AT_MOST} more.</p>}
      </Paper>
    </>
  );
}

function PreviewBlock({ block }: { readonly block: BlockView }) {
  switch (block.type) {
    case 'heading':
      return <h3>{block.text}</h3>;
    case 'paragraph':
      return <p>{block.text}</p>;
    case 'equation':
      return <p className="equation">{block.text}</p>;
    case 'table-row':
      return (
        <p className="row">
          {block.text.split(CELL_SEPARATOR).map((cell, i) => (
            <span key={i}>{cell}</span>
          ))}
        </p>
      );
    case 'picture':
      return (
        <p className="picture">
          <ImageIcon size={18} aria-label="Picture:" />
          {block.text === '' ? 'a picture without a description' : block.text}
        </p>
      );
    default:
      return (
        <p className="item">
          {block.label === undefined ? '• ' : ''}
          {block.text}
        </p>
      );
  }
}

function shortened(text: string): string {
  return text.length > 80 ? `${text.slice(0, 77)}…` : text;
}
