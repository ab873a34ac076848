import { contrastsOf, LIT, WINDOW_RANGE, type ColourVision, type Look, type Palette } from '@aurelfield/core';
import styled from 'styled-components';
import { Amount, SelectField } from '../../ui/fields.tsx';
import { ColourField } from './ColourField.tsx';
import { LIT_NAMES } from './differences.ts';
import type { PanelProps } from './panel.ts';

const LIT_OPTIONS = LIT.map((id) => ({ id, name: LIT_NAMES[id].replace(/^t/u, 'T').replace(/^n/u, 'N') }));
const SHAPES = [
  { id: 'lozenge', name: 'A lozenge behind it' },
  { id: 'underline', name: 'A line under it' },
  { id: 'box', name: 'A box around it' },
  { id: 'bar', name: 'A bar beside the line' },
] as const;
const VISIONS: readonly { id: ColourVision | 'usual'; name: string }[] = [
  { id: 'usual', name: 'As it is' },
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

interface LitPanelProps extends PanelProps {
  readonly palette: Palette;
  readonly vision: ColourVision | undefined;
  readonly onVision: (vision: ColourVision | undefined) => void;
}

/** What is lit, how, and whether it can be read. */
export function LitPanel({ profile: { look }, onChange, palette, vision, onVision }: LitPanelProps) {
  const set = (change: Partial<Look>) => onChange({ look: { ...look, ...change } });
  const litWord = /word/u.test(look.lit);
  const litSentence = /sentence/u.test(look.lit);
  const mark = (kind: 'word' | 'sentence', name: string) => (
    <fieldset style={{ border: 0, padding: 0, margin: 0, display: 'grid', gap: '0.6rem' }}>
      <legend style={{ fontWeight: 700, padding: 0 }}>{name}</legend>
      <SelectField
        label={`Shape of the mark, ${kind}`}
        value={look[kind].shape}
        options={SHAPES}
        onChange={(shape) => set({ [kind]: { ...look[kind], shape } })}
      />
      <ColourField
        label={`Colour of the mark, ${kind}`}
        value={look[kind].ground}
        shown={palette[kind].ground}
        onChange={(ground) => set({ [kind]: { ...look[kind], ground } })}
      />
      <ColourField
        label={`Its letters, ${kind}`}
        value={look[kind].ink}
        shown={palette[kind].ink}
        onChange={(ink) => set({ [kind]: { ...look[kind], ink } })}
      />
    </fieldset>
  );
  const contrasts = contrastsOf(look, palette);
  return (
    <>
      <SelectField
        label="Lit while reading"
        value={look.lit}
        options={LIT_OPTIONS}
        onChange={(lit) => set({ lit })}
      />
      {litWord && mark('word', 'The word')}
      {(litSentence || look.lit === 'line') &&
        mark('sentence', look.lit === 'line' ? 'The line' : 'The sentence')}
      <Amount
        label="Reading window"
        value={look.window}
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
        value={vision ?? 'usual'}
        options={VISIONS}
        onChange={(chosen) => onVision(chosen === 'usual' ? undefined : chosen)}
      />
    </>
  );
}
