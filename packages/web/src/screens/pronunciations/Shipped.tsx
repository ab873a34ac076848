import { ipaToRespelling, SHIPPED_LISTS } from '@aurelfield/core/pronunciation';
import { Pencil, Volume2 } from 'lucide-react';
import { useMemo, useState } from 'react';
import styled from 'styled-components';
import { fetchHeard } from '../../api/pronunciationQueries.ts';
import { IconButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { Notice } from '../../ui/Notice.tsx';
import { count } from '../../ui/format.ts';
import { useSound } from '../../ui/useSound.ts';
import { Entries } from './Entries.tsx';

const Lists = styled.section`
  margin-top: 2rem;

  h2,
  p {
    margin: 0 0 0.6rem;
  }

  summary {
    padding: 0.5rem 0;
    font-weight: 600;
    cursor: pointer;
  }
`;

interface ShippedProps {
  /** The school wants this word said otherwise. */
  readonly onPutOtherwise: (word: string) => void;
}

/** The words that every school has from the beginning; an entry of its own lists goes before them. */
export function Shipped({ onPutOtherwise }: ShippedProps) {
  const [search, setSearch] = useState('');
  const wanted = search.trim().toLowerCase();
  const found = useMemo(
    () =>
      SHIPPED_LISTS.map(({ name, words }) => ({
        name,
        words: words.filter(([written]) => written.toLowerCase().includes(wanted)),
      })).filter(({ words }) => words.length > 0),
    [wanted],
  );
  return (
    <Lists aria-labelledby="shipped">
      <h2 id="shipped">Built-in words</h2>
      <p>
        Places, names and terms that voices often mispronounce, as most British speakers say them. Does your
        school say one differently? Add it to your own list, which is used first.
      </p>
      <Field label="Find one of them" value={search} onChange={setSearch} />
      {found.length === 0 && <p>None of them is written like “{search}”.</p>}
      {found.map(({ name, words }) => (
        <ShippedList
          key={`${name} ${String(wanted !== '')}`}
          name={name}
          words={words}
          isOpenAtFirst={wanted !== ''}
          onPutOtherwise={onPutOtherwise}
        />
      ))}
    </Lists>
  );
}

interface ShippedListProps extends ShippedProps {
  readonly name: string;
  readonly words: readonly (readonly [written: string, ipa: string])[];
  readonly isOpenAtFirst: boolean;
}

/** One list, whose rows are made when it is opened: all lists together have thousands of buttons. */
function ShippedList({ name, words, isOpenAtFirst, onPutOtherwise }: ShippedListProps) {
  const [isOpen, setOpen] = useState(isOpenAtFirst);
  return (
    <details open={isOpen} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>
        {name} <Fact>{count(words.length, 'word')}</Fact>
      </summary>
      {isOpen && (
        <Entries>
          {words.map(([written, ipa]) => (
            <ShippedRow key={written} written={written} ipa={ipa} onPutOtherwise={onPutOtherwise} />
          ))}
        </Entries>
      )}
    </details>
  );
}

function ShippedRow({
  written,
  ipa,
  onPutOtherwise,
}: { readonly written: string; readonly ipa: string } & ShippedProps) {
  const { play, error } = useSound();
  const respelling = ipaToRespelling(ipa);
  return (
    <li>
      <b>{written}</b>
      <span className="said">
        {respelling} <Fact>/{ipa}/</Fact>
        {error !== undefined && <Notice kind="error">{error}</Notice>}
      </span>
      <Row>
        <IconButton
          aria-label={`Hear ${written}`}
          onPress={() => play(() => fetchHeard({ written, said: ipa, kind: 'ipa', caseSensitive: false }))}
        >
          <Volume2 size={18} aria-hidden />
        </IconButton>
        <IconButton aria-label={`Change ${written}`} onPress={() => onPutOtherwise(written)}>
          <Pencil size={18} aria-hidden />
        </IconButton>
      </Row>
    </li>
  );
}
