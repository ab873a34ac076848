import type { Phrase, PhraseTint } from '@aurelfield/api';
import styled from 'styled-components';
import { ICONS } from './icons.ts';

/** Grounds of the buttons, light and dark; letters keep more than 7:1 on all of them. */
const TINTS: Readonly<Record<PhraseTint, readonly [light: string, dark: string]>> = {
  stone: ['#e9edeb', '#26322e'],
  reed: ['#f3ecc4', '#33300f'],
  tide: ['#d3e8ee', '#12313a'],
  heather: ['#efdded', '#372336'],
  clay: ['#f7dfd2', '#3a2419'],
  moss: ['#d9ebcf', '#1f3115'],
};

const Face = styled.button<{ $tint: PhraseTint }>`
  display: grid;
  grid-template-rows: 1fr auto;
  place-items: center;
  gap: 0.4rem;
  width: 100%;
  height: 100%;
  min-height: 6.5rem;
  padding: 0.7rem;
  border: 2px solid color-mix(in srgb, var(--ink) 35%, transparent);
  border-radius: 16px;
  background: ${({ $tint }) => TINTS[$tint][0]};
  color: var(--ink);
  font: inherit;
  font-size: clamp(1rem, 1.6vw + 0.6rem, 1.6rem);
  font-weight: 650;
  line-height: 1.2;
  text-align: center;
  overflow-wrap: anywhere;
  cursor: pointer;
  touch-action: manipulation;

  img,
  svg {
    max-width: 100%;
    width: auto;
    height: clamp(2rem, 7vh, 4.5rem);
    object-fit: contain;
  }

  @media (prefers-color-scheme: dark) {
    background: ${({ $tint }) => TINTS[$tint][1]};
  }

  &[data-scan='button'] {
    outline: 7px solid var(--ink);
    outline-offset: 3px;
  }

  &[data-scan='row'] {
    outline: 5px dashed var(--ink);
    outline-offset: 2px;
  }

  &[data-speaking='true'] {
    border-color: var(--accent);
    box-shadow: inset 0 0 0 4px var(--accent);
  }
`;

interface PhraseButtonProps {
  readonly phrase: Phrase;
  readonly pictureUrl: (picture: string) => string;
  readonly isSpeaking: boolean;
  readonly onPress: () => void;
}

/** A button that speaks. It answers when it is touched, not when the finger is lifted. */
export function PhraseButton({ phrase, pictureUrl, isSpeaking, onPress }: PhraseButtonProps) {
  const { text, label, tint, icon, picture, variants } = phrase;
  const Icon = icon === null ? undefined : ICONS[icon];
  return (
    <Face
      type="button"
      $tint={tint}
      data-speaking={isSpeaking}
      aria-label={label === '' ? undefined : text}
      onClick={onPress}
    >
      {picture !== null ? (
        <img src={pictureUrl(picture)} alt="" />
      ) : Icon ? (
        <Icon aria-hidden strokeWidth={1.75} />
      ) : null}
      <span>
        {label === '' ? text : label}
        {variants.length > 0 && <span aria-hidden> …</span>}
      </span>
    </Face>
  );
}
