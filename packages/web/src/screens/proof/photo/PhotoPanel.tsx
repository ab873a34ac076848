import type { PhotoPageView } from '@aurelfield/api';
import type { Box } from '@aurelfield/core/photo';
import { ChevronLeft, ChevronRight, ScanText } from 'lucide-react';
import { useState } from 'react';
import { readRegion } from '../../../api/photoQueries.ts';
import { Button, IconButton, PlainButton } from '../../../ui/Button.tsx';
import { Fact, Row, Card } from '../../../ui/layout.tsx';
import { messageOf, Notice } from '../../../ui/Notice.tsx';
import { count } from '../../../ui/format.ts';
import { Magnified } from './Magnified.tsx';
import { PagePicture } from './PagePicture.tsx';
import type { PlacedWord, usePhotoWords } from './usePhotoWords.ts';

interface PhotoPanelProps {
  readonly handoutId: string;
  readonly pages: readonly PhotoPageView[];
  readonly photoWords: ReturnType<typeof usePhotoWords>;
  /** The word that the text is looked at. */
  readonly spot: PlacedWord | undefined;
  /** Whether that word is shown large elsewhere. */
  readonly isShown: boolean;
  readonly onHover: (word: PlacedWord | undefined) => void;
  /** Shows a word in the text, ready to be typed over. */
  readonly onPick: (word: PlacedWord) => void;
  /** Puts a text read of a part, or a picture to be described, after what the cursor stands in. */
  readonly onInsert: (block: { type: 'paragraph' | 'picture'; text: string }) => void;
}

const FRAME: Box = { x: 0.3, y: 0.4, width: 0.4, height: 0.1 };

/**
 * The photo beside the text: the word that is looked at, doubtful ones, and regions in which nothing was
 * read.
 */
export function PhotoPanel({
  handoutId,
  pages,
  photoWords,
  spot,
  isShown,
  onHover,
  onPick,
  onInsert,
}: PhotoPanelProps) {
  const { words, doubtful } = photoWords;
  const [number, setNumber] = useState(0);
  const [view, setView] = useState<'flat' | 'shown'>('flat');
  const [isMarking, setMarking] = useState(false);
  const [part, setPart] = useState<Box>();
  const [isReading, setReading] = useState(false);
  const [error, setError] = useState<string>();
  const shown = spot?.page ?? number;
  const page = pages[shown];
  const readPart = (box: Box) => {
    setReading(true);
    setError(undefined);
    readRegion(handoutId, shown, box)
      .then(
        ({ text }) => {
          if (text.trim() === '') setError('No words were found in this part.');
          else {
            onInsert({ type: 'paragraph', text });
            setMarking(false);
            setPart(undefined);
          }
        },
        (failure: unknown) => setError(messageOf(failure)),
      )
      .finally(() => setReading(false));
  };
  if (!page) return null;
  return (
    <Card aria-labelledby="photo-panel" style={{ marginBottom: '1rem' }}>
      <Row style={{ justifyContent: 'space-between' }}>
        <h2 id="photo-panel" style={{ margin: 0 }}>
          The photo
        </h2>
        {pages.length > 1 && (
          <Row>
            <IconButton
              aria-label="Page before"
              isDisabled={shown === 0}
              onPress={() => {
                onHover(undefined);
                setNumber(shown - 1);
              }}
            >
              <ChevronLeft size={18} aria-hidden />
            </IconButton>
            <Fact>
              {shown + 1} of {pages.length}
            </Fact>
            <IconButton
              aria-label="Page after"
              isDisabled={shown === pages.length - 1}
              onPress={() => {
                onHover(undefined);
                setNumber(shown + 1);
              }}
            >
              <ChevronRight size={18} aria-hidden />
            </IconButton>
          </Row>
        )}
      </Row>
      <Fact>
        {doubtful.length === 0
          ? 'No word is doubtful.'
          : `${count(doubtful.length, 'word')} the scan was unsure of.`}
      </Fact>
      {spot && !isShown && <Magnified handoutId={handoutId} page={page} word={spot} />}
      <PagePicture
        handoutId={handoutId}
        number={shown}
        page={page}
        view={isMarking ? 'flat' : view}
        words={words.filter((word) => word.page === shown)}
        doubtful={new Set(doubtful.map(({ index }) => index))}
        spot={spot}
        part={part}
        isMarking={isMarking}
        onPart={setPart}
        onReadPart={() => part && readPart(part)}
        onHover={onHover}
        onPick={onPick}
      />
      <Row>
        <PlainButton onPress={() => setView(view === 'flat' ? 'shown' : 'flat')}>
          {view === 'flat' ? 'Original' : 'Straightened'}
        </PlainButton>
        <PlainButton
          aria-pressed={isMarking}
          onPress={() => {
            setMarking(!isMarking);
            setPart(isMarking ? undefined : FRAME);
          }}
        >
          <ScanText size={18} aria-hidden /> {isMarking ? 'Cancel' : 'Read one area again'}
        </PlainButton>
        {isMarking && part && (
          <Button isDisabled={isReading} onPress={() => readPart(part)}>
            {isReading ? 'Reading …' : 'Read it'}
          </Button>
        )}
      </Row>
      {error !== undefined && <Notice kind="error">{error}</Notice>}
      {page.unreadRegions.length > 0 && (
        <details>
          <summary>{count(page.unreadRegions.length, 'region')} without words</summary>
          <ul style={{ margin: 0, paddingInlineStart: '1.2rem' }}>
            {page.unreadRegions.map((box, i) => (
              <li key={i}>
                {whereOf(box)}
                <Row>
                  <PlainButton isDisabled={isReading} onPress={() => readPart(box)}>
                    Read it
                  </PlainButton>
                  <PlainButton onPress={() => onInsert({ type: 'picture', text: '' })}>
                    It is a picture: describe it
                  </PlainButton>
                </Row>
              </li>
            ))}
          </ul>
        </details>
      )}
    </Card>
  );
}

/** Where a region lies, in words. */
function whereOf({ x, y, width, height }: Box): string {
  const [across, down] = [x + width / 2, y + height / 2];
  const row = down < 0.33 ? 'top' : down < 0.67 ? 'middle' : 'bottom';
  const column = across < 0.33 ? 'left' : across < 0.67 ? 'middle' : 'right';
  return row === column ? 'In the middle' : `${row[0]?.toUpperCase()}${row.slice(1)}, ${column}`;
}
