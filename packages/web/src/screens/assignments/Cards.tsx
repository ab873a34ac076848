import type { PupilLink } from '@aurelfield/api';
import { useState } from 'react';
import { Link } from 'react-router';
import styled from 'styled-components';
import { usePupilLinks } from '../../api/assignmentQueries.ts';
import { usePublicAddress } from '../../api/publicAddress.ts';
import { AddressWarning } from '../../ui/AddressWarning.tsx';
import { Button } from '../../ui/Button.tsx';
import { SelectField } from '../../ui/fields.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { QrCode } from './QrCode.tsx';
import { addressOf, formatCode } from './words.ts';

const All = 'all' as const;

const CardSheet = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(19rem, 1fr));
  gap: 1rem;
  margin: 1.25rem 0 0;
  padding: 0;
  list-style: none;

  li {
    display: grid;
    grid-template-columns: 8.5rem minmax(0, 1fr);
    gap: 1rem;
    align-items: center;
    padding: 1rem;
    border: 1px dashed #777;
    background: #fff;
    color: #000;
    break-inside: avoid;
  }

  h2 {
    margin: 0 0 0.4rem;
    overflow-wrap: anywhere;
  }

  p {
    margin: 0.2rem 0;
  }

  .code {
    font-size: 1.4rem;
    font-weight: 700;
    letter-spacing: 0.06em;
  }

  @media print {
    grid-template-columns: 1fr 1fr;
  }
`;

const OnScreen = styled.div`
  @media print {
    display: none;
  }
`;

/** A card for each pupil, with QR code and short code, to print and cut: a class's sheet, or everybody's. */
export function Cards() {
  const links = usePupilLinks();
  const origin = usePublicAddress();
  const [chosen, setChosen] = useState<string>(All);
  if (links.isError) return <Notice kind="error">{messageOf(links.error)}</Notice>;
  if (!links.data) return <p aria-busy="true">Fetching links …</p>;
  const whole = links.data.filter(({ assignmentId }) => assignmentId === null);
  const classes = [...new Set(whole.flatMap((link) => link.classes))].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })); // prettier-ignore
  const shown = whole.filter((link) => chosen === All || link.classes.includes(chosen));
  return (
    <>
      <OnScreen>
        <ScreenTitle title="Cards to print">
          <Row>
            <Link to="/assignments">Back to Hand out</Link>
            <Button isDisabled={shown.length === 0} onPress={() => window.print()}>
              Print
            </Button>
          </Row>
        </ScreenTitle>
        <AddressWarning />
        {whole.length === 0 ? (
          <p>
            No pupil has a page yet. <Link to="/assignments">Hand something out</Link> first.
          </p>
        ) : (
          <SelectField
            label="Show"
            value={chosen}
            options={[{ id: All, name: 'All pupils' }, ...classes.map((name) => ({ id: name, name }))]}
            onChange={setChosen}
          />
        )}
      </OnScreen>
      <CardSheet aria-label="Cards">
        {shown.map((link) => (
          <PupilCard key={link.id} link={link} origin={origin} />
        ))}
      </CardSheet>
    </>
  );
}

function PupilCard({ link, origin }: { readonly link: PupilLink; readonly origin: string }) {
  return (
    <li>
      <QrCode text={addressOf(link, origin)} label={`QR code for ${link.pupil}`} />
      <div>
        <h2>{link.pupil}</h2>
        <p>Scan this, or open</p>
        <p>
          <strong>{new URL(origin).host}/p</strong>
        </p>
        <p>and type</p>
        <p className="code">{formatCode(link.code)}</p>
        {link.hasPin && <p>You need your PIN too.</p>}
      </div>
    </li>
  );
}
