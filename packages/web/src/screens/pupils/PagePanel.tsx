import {
  COLUMN_WIDTH_RANGE,
  FONTS,
  LETTER_SPACING_RANGE,
  LINE_SPACING_RANGE,
  PARAGRAPH_SPACING_RANGE,
  TEXT_SIZE_RANGE,
  TINTS,
  WORD_SPACING_RANGE,
  type ReadingStyle,
  type Palette,
} from '@aurelfield/core/readingStyle';
import { Radio, RadioGroup, Label } from 'react-aria-components';
import styled from 'styled-components';
import { FONT_FAMILIES } from '../../readingStyle/fonts.ts';
import { useDark } from '../../readingStyle/usePalette.ts';
import { Amount, SelectField } from '../../ui/fields.tsx';
import { Fact } from '../../ui/layout.tsx';
import { CheckboxField } from '../../ui/CheckboxField.tsx';
import { ColourField } from './ColourField.tsx';
import type { PanelProps } from './panel.ts';

const Cards = styled(RadioGroup)`
  display: grid;
  gap: 0.4rem;

  > .react-aria-Label {
    font-weight: 600;
  }

  > div {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(11rem, 100%), 1fr));
    gap: 0.4rem;
  }
`;

const Card = styled(Radio)`
  padding: 0.45rem 0.7rem;
  border: 2px solid var(--line);
  border-radius: var(--radius);
  cursor: pointer;

  small {
    display: block;
    font-family: var(--face);
    font-size: 0.85rem;
    line-height: 1.3;
  }

  &[data-selected] {
    border-color: var(--accent);
    box-shadow: 0 0 0 1px var(--accent);
  }
`;

const SCHEMES = [
  { id: 'device', name: 'As the device is set' },
  { id: 'light', name: 'Light' },
  { id: 'dark', name: 'Dark' },
] as const;
const SYLLABLES = [
  { id: 'none', name: 'Not marked' },
  { id: 'dots', name: 'Dots between them' },
  { id: 'weight', name: 'Every other one bold' },
] as const;

const em = (value: number) => (value === 0 ? 'as the typeface has it' : `${value.toFixed(2)} em more`);

/** Letters, spacing, colours. */
export function PagePanel({
  profile: { readingStyle },
  onChange,
  palette,
}: PanelProps & { readonly palette: Palette }) {
  const dark = useDark();
  const set = (change: Partial<ReadingStyle>) => onChange({ readingStyle: { ...readingStyle, ...change } });
  const isDark = readingStyle.scheme === 'device' ? dark : readingStyle.scheme === 'dark';
  return (
    <>
      <Cards value={readingStyle.font} onChange={(font) => set({ font: font as ReadingStyle['font'] })}>
        <Label>Typeface</Label>
        <div>
          {FONTS.map(({ id, name, why }) => (
            <Card key={id} value={id} style={{ fontFamily: FONT_FAMILIES[id] }}>
              {name}
              <small>{why}</small>
            </Card>
          ))}
        </div>
      </Cards>
      <Amount
        label="Size of the text"
        value={readingStyle.textSize}
        {...TEXT_SIZE_RANGE}
        step={1}
        say={(value) => `${value} pixels`}
        onChange={(textSize) => set({ textSize })}
      />
      <Amount
        label="Line spacing"
        value={readingStyle.lineSpacing}
        {...LINE_SPACING_RANGE}
        step={0.1}
        say={(value) => `${value.toFixed(1)} times the size`}
        onChange={(lineSpacing) => set({ lineSpacing })}
      />
      <Amount
        label="Letter spacing"
        value={readingStyle.letterSpacing}
        {...LETTER_SPACING_RANGE}
        step={0.01}
        say={em}
        onChange={(letterSpacing) => set({ letterSpacing })}
      />
      <Amount
        label="Word spacing"
        value={readingStyle.wordSpacing}
        {...WORD_SPACING_RANGE}
        step={0.02}
        say={em}
        onChange={(wordSpacing) => set({ wordSpacing })}
      />
      <Amount
        label="Paragraph spacing"
        value={readingStyle.paragraphSpacing}
        {...PARAGRAPH_SPACING_RANGE}
        step={0.1}
        say={(value) => `${value.toFixed(1)} em`}
        onChange={(paragraphSpacing) => set({ paragraphSpacing })}
      />
      <Amount
        label="Length of a line"
        value={readingStyle.columnWidth}
        {...COLUMN_WIDTH_RANGE}
        step={2}
        say={(value) => `about ${value} characters`}
        onChange={(columnWidth) => set({ columnWidth })}
      />
      <Cards
        value={readingStyle.ground.startsWith('#') ? 'own' : readingStyle.ground}
        onChange={(ground) => set({ ground: ground as ReadingStyle['ground'], ink: 'default' })}
      >
        <Label>Background colour</Label>
        <div>
          {TINTS.map(({ id, name, ...schemes }) => {
            const [ground, ink] = schemes[isDark ? 'dark' : 'light'];
            return (
              <Card key={id} value={id} style={{ background: ground, color: ink }}>
                {name}
              </Card>
            );
          })}
        </div>
      </Cards>
      <ColourField
        label="A background of one’s own"
        value={readingStyle.ground.startsWith('#') ? palette.ground : 'default'}
        shown={palette.ground}
        onChange={(ground) => set({ ground: ground === 'default' ? 'plain' : ground })}
      />
      <ColourField
        label="Colour of the letters"
        value={readingStyle.ink}
        shown={palette.ink}
        onChange={(ink) => set({ ink })}
      />
      <SelectField
        label="Light or dark"
        value={readingStyle.scheme}
        options={SCHEMES}
        onChange={(scheme) => set({ scheme })}
      />
      <SelectField
        label="Syllables"
        value={readingStyle.syllables}
        options={SYLLABLES}
        onChange={(syllables) => set({ syllables })}
      />
      <CheckboxField isSelected={readingStyle.wordClasses} onChange={(wordClasses) => set({ wordClasses })}>
        Word classes underlined, each in its shape
      </CheckboxField>
      {(readingStyle.syllables !== 'none' || readingStyle.wordClasses) && (
        <Fact>Syllables and word classes are shown on the page of Listen; English only.</Fact>
      )}
    </>
  );
}
