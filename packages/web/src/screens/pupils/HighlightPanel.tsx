import {
  contrastsOf,
  HIGHLIGHTS,
  WINDOW_RANGE,
  type ColourVision,
  type ReadingStyle,
  type Palette,
} from '@aurelfield/core/readingStyle';
import styled from 'styled-components';
import { Amount, SelectField } from '../../ui/fields.tsx';
import { ColourField } from './ColourField.tsx';
import { HIGHLIGHT_NAMES } from './differences.ts';
import type { PanelProps } from './panel.ts';

const HIGHLIGHT_OPTIONS = HIGHLIGHTS.map((id) => ({
  id,
  name: HIGHLIGHT_NAMES[id].replace(/^t/u, 'T').replace(/^n/u, 'N'),
}));
const SHAPES = [
  { id: 'lozenge', name: 'Rounded background' },
  { id: 'underline', name: 'A line under it' },
  { id: 'box', name: 'A box around it' },
  { id: 'bar', name: 'A bar beside the line' },
] as const;
const VISIONS: readonly { id: ColourVision | 'default'; name: string }[] = [
  { id: 'default', name: 'As it is' },
  { id: 'protanopia', name: 'Without red (protanopia)' },
  { id: 'deuteranopia', name: 'Without green (deuteranopia)' },
  { id: 'tritanopia', name: 'Without blue (tritanopia)' },
];

const Contrasts = styled.table`
  width: 100%;
  border-collapse: collapse;
  font-variant-numeric: tabular-nums;

  th,
  td {
    padding: 0.25rem 0.4rem;
    border-bottom: 1px solid var(--line);
    text-align: start;
    font-weight: 400;
  }

  tr[data-low='true'] {
    color: var(--danger);
    font-weight: 650;
  }
`;

interface HighlightPanelProps extends PanelProps {
  readonly palette: Palette;
  readonly vision: ColourVision | undefined;
  readonly onVision: (vision: ColourVision | undefined) => void;
}

/** What is lit, how, and whether it can be read. */
export function HighlightPanel({
  profile: { readingStyle },
  onChange,
  palette,
  vision,
  onVision,
}: HighlightPanelProps) {
  const set = (change: Partial<ReadingStyle>) => onChange({ readingStyle: { ...readingStyle, ...change } });
  const highlightedWord = /word/u.test(readingStyle.highlight);
  const highlightsSentence = /sentence/u.test(readingStyle.highlight);
  const mark = (kind: 'word' | 'sentence', name: string) => (
    <fieldset style={{ border: 0, padding: 0, margin: 0, display: 'grid', gap: '0.6rem' }}>
      <legend style={{ fontWeight: 700, padding: 0 }}>{name}</legend>
      <SelectField
        label={`Shape of the mark, ${kind}`}
        value={readingStyle[kind].shape}
        options={SHAPES}
        onChange={(shape) => set({ [kind]: { ...readingStyle[kind], shape } })}
      />
      <ColourField
        label={`Colour of the mark, ${kind}`}
        value={readingStyle[kind].ground}
        shown={palette[kind].ground}
        onChange={(ground) => set({ [kind]: { ...readingStyle[kind], ground } })}
      />
      <ColourField
        label={`Text colour, ${kind}`}
        value={readingStyle[kind].ink}
        shown={palette[kind].ink}
        onChange={(ink) => set({ [kind]: { ...readingStyle[kind], ink } })}
      />
    </fieldset>
  );
  const contrasts = contrastsOf(readingStyle, palette);
  return (
    <>
      <SelectField
        label="Lit while reading"
        value={readingStyle.highlight}
        options={HIGHLIGHT_OPTIONS}
        onChange={(highlight) => set({ highlight })}
      />
      {highlightedWord && mark('word', 'The word')}
      {(highlightsSentence || readingStyle.highlight === 'line') &&
        mark('sentence', readingStyle.highlight === 'line' ? 'The line' : 'The sentence')}
      <Amount
        label="Reading window"
        value={readingStyle.window}
        {...WINDOW_RANGE}
        step={1}
        say={(value) =>
          value === 0
            ? 'off: all of the page is clear'
            : `${value} ${value === 1 ? 'line stays' : 'lines stay'} clear`
        }
        onChange={(window) => set({ window })}
      />
      <Contrasts>
        <caption style={{ textAlign: 'start', fontWeight: 700 }}>Contrast (WCAG 2.2)</caption>
        <tbody aria-live="polite">
          {contrasts.map(({ what, ratio, least }) => (
            <tr key={what} data-low={ratio < least}>
              <th scope="row">{what}</th>
              <td>{(Math.floor(ratio * 100) / 100).toFixed(2)} to 1</td>
              <td>{ratio < least ? `too little: at least ${least} is wanted` : 'enough'}</td>
            </tr>
          ))}
        </tbody>
      </Contrasts>
      <SelectField
        label="The sample as seen by a colour-blind pupil"
        value={vision ?? 'default'}
        options={VISIONS}
        onChange={(chosen) => onVision(chosen === 'default' ? undefined : chosen)}
      />
    </>
  );
}
