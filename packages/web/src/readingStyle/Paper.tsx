import type { ReadingStyle, Palette } from '@aurelfield/core/readingStyle';
import type { ComponentProps, ReactNode } from 'react';
import styled, { css } from 'styled-components';
import { paperData, paperStyle } from './paperStyle.ts';

/** A mark that keeps its shape on every line and moves no letter. */
const onEveryLine = css`
  -webkit-box-decoration-break: clone;
  box-decoration-break: clone;
`;

/** How something lit is drawn, by the shape that the look has for it. */
const highlight = (kind: 'word' | 'sentence', marked: string, pad: string) => css`
  ${marked} {
    ${onEveryLine}
    color: var(--p-on-${kind});
  }

  &[data-${kind}-shape='lozenge'] ${marked} {
    padding: 0.1em ${pad};
    margin-inline: -${pad};
    border-radius: 0.28em;
    background: var(--p-${kind});
  }

  &[data-${kind}-shape='underline'] ${marked} {
    text-decoration: underline var(--p-${kind}) 0.13em;
    text-underline-offset: 0.2em;
    text-decoration-skip-ink: none;
  }

  &[data-${kind}-shape='box'] ${marked} {
    border-radius: 0.12em;
    outline: 0.09em solid var(--p-${kind});
    outline-offset: 0.06em;
  }
`;

const Card = styled.article`
  position: relative;
  isolation: isolate;
  background: var(--p-ground);
  color: var(--p-ink);
  font-family: var(--p-family);
  font-size: var(--p-size);
  line-height: var(--p-line);
  letter-spacing: var(--p-letter);
  word-spacing: var(--p-word-gap);

  h2,
  h3 {
    font-family: inherit;
    line-height: 1.35;
  }

  ${highlight('sentence', "[data-current='true']", '0.16em')}
  ${highlight('word', "[data-highlighted='true']", '0.1em')}

  &[data-syllables='dots'] [data-begins='true']::before {
    content: '·';
    opacity: 0.75;
  }

  &[data-syllables='weight'] [data-syllable='1'] {
    font-weight: 700;
  }

  &[data-classes='true'] [data-class] {
    text-decoration-line: underline;
    text-decoration-thickness: 0.08em;
    text-underline-offset: 0.24em;
    text-decoration-skip-ink: none;
  }

  &[data-classes='true'] [data-class='noun'] {
    text-decoration-style: solid;
  }

  &[data-classes='true'] [data-class='verb'] {
    text-decoration-style: wavy;
  }

  &[data-classes='true'] [data-class='adjective'] {
    text-decoration-style: dotted;
    text-decoration-thickness: 0.12em;
  }

  &[data-classes='true'] [data-class='adverb'] {
    text-decoration-style: dashed;
  }

  &[data-classes='true'] [data-class='pronoun'] {
    text-decoration-style: double;
  }
`;

/** The page in a pupil's look; whatever is on it takes its letters and colours from there. */
export function Paper({
  readingStyle,
  palette,
  children,
  ...props
}: {
  readonly readingStyle: ReadingStyle;
  readonly palette: Palette;
  readonly children: ReactNode;
} & ComponentProps<typeof Card>) {
  return (
    <Card
      {...props}
      {...paperData(readingStyle)}
      style={{ ...paperStyle(readingStyle, palette), ...props.style }}
    >
      {children}
    </Card>
  );
}
