import { ArrowDown, ArrowUp, Camera, RotateCw, X } from 'lucide-react';
import { useState } from 'react';
import { CheckboxGroup, Label } from 'react-aria-components';
import styled from 'styled-components';
import { shownPhoto } from '../../api/photoQueries.ts';
import { IconButton, PlainButton } from '../../ui/Button.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { count, languageName } from '../../ui/format.ts';
import { CornerEditor } from './CornerEditor.tsx';
import type { Corners, PhotoPage } from './usePhotos.ts';

const List = styled.ol`
  display: grid;
  gap: 0.75rem;
  margin: 0;
  padding: 0;
  list-style: none;

  > li {
    padding: 0.6rem;
    border: 1px solid var(--line);
    border-radius: var(--radius);
    background: var(--surface);
  }

  .head {
    display: flex;
    gap: 0.8rem;
    align-items: center;
  }

  .words {
    flex: 1;
    min-width: 8rem;
    overflow-wrap: anywhere;
  }
`;

const Thumb = styled.div`
  position: relative;
  flex: none;
  width: 4.5rem;
  height: 6rem;
  display: grid;
  place-items: center;
  overflow: hidden;
  border-radius: 6px;
  background: var(--ground);
  color: var(--quiet);

  img {
    max-width: 100%;
    max-height: 100%;
  }
`;

const Languages = styled(CheckboxGroup)`
  display: flex;
  flex-wrap: wrap;
  gap: 0.3rem 1rem;
  align-items: center;
  border: 0;

  .react-aria-Label {
    font-weight: 600;
  }
`;

interface PhotoPagesProps {
  readonly pages: readonly PhotoPage[];
  readonly error: string | undefined;
  readonly languages: { readonly all: readonly string[]; readonly chosen: readonly string[] };
  readonly onLanguages: (chosen: string[]) => void;
  readonly onCorners: (id: number, corners: Corners) => void;
  readonly onRead: (id: number) => void;
  readonly onMove: (id: number, by: 1 | -1) => void;
  readonly onRemove: (id: number) => void;
  readonly onStop: () => void;
}

/** Photographed pages of one handout, in order: what was found on each, and what can be done with it. */
export function PhotoPages(props: PhotoPagesProps) {
  const { pages, error, languages, onCorners, onRead, onMove, onRemove, onStop } = props;
  const [open, setOpen] = useState<number>();
  const finished = pages.filter(({ state }) => state === 'read').length;
  const isBusy = pages.some(({ state }) => state === 'looking' || state === 'reading');
  return (
    <section aria-label="Photographed pages">
      <Row style={{ justifyContent: 'space-between' }}>
        <span role="status">
          {isBusy
            ? `Reading the pages: ${finished} of ${pages.length} done …`
            : `${count(finished, 'page')} of ${pages.length} read.`}
        </span>
        {isBusy && <PlainButton onPress={onStop}>Stop</PlainButton>}
      </Row>
      {languages.all.length > 1 && (
        <Languages value={[...languages.chosen]} onChange={props.onLanguages}>
          <Label>Languages on the pages</Label>
          {languages.all.map((code) => (
            <CheckboxField key={code} value={code}>
              {languageName(code.replaceAll('_', '-'))}
            </CheckboxField>
          ))}
        </Languages>
      )}
      <List>
        {pages.map((page, i) => (
          <li key={page.id}>
            <div className="head">
              <Thumb>
                {page.photo ? (
                  <img src={shownPhoto(page.photo.uploadId)} alt="" />
                ) : (
                  <Camera size={22} aria-hidden />
                )}
              </Thumb>
              <div className="words">
                <b>Page {i + 1}</b> <Fact>{page.name}</Fact>
                <br />
                <Fact role="status">{saysOf(page)}</Fact>
                <Row>
                  {page.photo && (
                    <PlainButton
                      aria-expanded={open === page.id}
                      onPress={() => setOpen(open === page.id ? undefined : page.id)}
                    >
                      Corners
                    </PlainButton>
                  )}
                  {page.photo && page.state !== 'reading' && (
                    <PlainButton onPress={() => onRead(page.id)}>
                      {page.state === 'read' ? 'Read again' : 'Read this page'}
                    </PlainButton>
                  )}
                </Row>
              </div>
              <Row style={{ justifyContent: 'flex-end' }}>
                <IconButton
                  aria-label={`Turn page ${i + 1} by a quarter`}
                  isDisabled={!page.corners}
                  onPress={() => page.corners && onCorners(page.id, turned(page.corners))}
                >
                  <RotateCw size={18} aria-hidden />
                </IconButton>
                <IconButton
                  aria-label={`Page ${i + 1} up`}
                  isDisabled={i === 0}
                  onPress={() => onMove(page.id, -1)}
                >
                  <ArrowUp size={18} aria-hidden />
                </IconButton>
                <IconButton
                  aria-label={`Page ${i + 1} down`}
                  isDisabled={i === pages.length - 1}
                  onPress={() => onMove(page.id, 1)}
                >
                  <ArrowDown size={18} aria-hidden />
                </IconButton>
                <IconButton aria-label={`Remove page ${i + 1}`} onPress={() => onRemove(page.id)}>
                  <X size={18} aria-hidden />
                </IconButton>
              </Row>
            </div>
            {page.error !== undefined && <Notice kind="error">{page.error}</Notice>}
            {page.photo && page.corners && open === page.id && (
              <CornerEditor
                photo={page.photo}
                corners={page.corners}
                onChange={(corners) => {
                  setOpen(page.id);
                  onCorners(page.id, corners);
                }}
              />
            )}
          </li>
        ))}
      </List>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
    </section>
  );
}

/**
 * From this share of doubtful words on a page makes little sense: its corners or its direction are wrong more
 * likely than its words.
 */
const NONSENSE = 0.4;

function saysOf({ state, read, photo, corners }: PhotoPage): string {
  if (state === 'looking') return 'Looking for the page …';
  if (state === 'reading') return 'Reading …';
  if (state === 'failed') return photo ? 'Not read.' : 'Not added.';
  if (!read) return '';
  if (read.words === 0) return 'No words were found. Check the corners and which way is up.';
  const isWhole = photo?.corners === null && corners === photo.whole;
  return [
    read.doubtful > read.words * NONSENSE
      ? 'The words make little sense: check the corners and which way is up.'
      : '',
    isWhole ? 'No page was found, so the whole picture was read.' : '',
    `${count(read.words, 'word')}${read.doubtful > 0 ? `, ${read.doubtful} of them doubtful` : ''}.`,
  ]
    .filter((sentence) => sentence !== '')
    .join(' ');
}

/** A quarter to the right: the page's top left is where its bottom left was. */
function turned([a, b, c, d]: Corners): Corners {
  return [d, a, b, c];
}
