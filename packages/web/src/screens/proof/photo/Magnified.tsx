import type { PhotoPageView } from '@aurelfield/api';
import styled from 'styled-components';
import { pagePicture } from '../../../api/photoQueries.ts';
import type { PlacedWord } from './usePhotoWords.ts';

const Strip = styled.div`
  position: relative;
  height: 5.5rem;
  overflow: hidden;
  border: 1px solid var(--line);
  border-radius: var(--radius);
  background-color: var(--surface);
  background-repeat: no-repeat;

  span {
    position: absolute;
    border: 2px solid var(--accent);
    border-radius: 3px;
  }
`;

/** Height of a word in the strip, in pixels. */
const WORD = 26;
const STRIP = 88;

/** A word as it is on the paper, large, with what stands around it. */
export function Magnified({
  handoutId,
  page,
  word,
}: {
  readonly handoutId: string;
  readonly page: PhotoPageView;
  readonly word: PlacedWord;
}) {
  const { x, y, width, height } = word.box;
  const scale = WORD / Math.max(1, height * page.height);
  const [shownWidth, shownHeight] = [page.width * scale, page.height * scale];
  const left = 120;
  const top = (STRIP - WORD) / 2;
  return (
    <Strip
      role="img"
      aria-label={`“${word.text}” on the photo`}
      style={{
        backgroundImage: `url(${pagePicture(handoutId, word.page, 'flat')})`,
        backgroundSize: `${shownWidth}px ${shownHeight}px`,
        backgroundPosition: `${left - x * shownWidth}px ${top - y * shownHeight}px`,
      }}
    >
      <span
        style={{
          left: left - 4,
          top: top - 4,
          width: width * shownWidth + 8,
          height: height * shownHeight + 8,
        }}
      />
    </Strip>
  );
}
