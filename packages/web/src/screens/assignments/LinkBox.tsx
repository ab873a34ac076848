import { embedCode, type PupilLink } from '@aurelfield/api';
import { useState } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import styled from 'styled-components';
import { useReplaceLink, useSetPin } from '../../api/assignmentQueries.ts';
import { usePublicAddress } from '../../api/publicAddress.ts';
import { AddressWarning } from '../../ui/AddressWarning.tsx';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { CopyButton } from '../../ui/CopyButton.tsx';
import { Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { ModalBox, Shade } from '../../ui/ModalBox.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { QrCode } from './QrCode.tsx';
import { addressOf, formatCode } from './words.ts';

const Ways = styled.div`
  display: grid;
  grid-template-columns: 9rem minmax(0, 1fr);
  gap: 1rem;
  align-items: start;

  svg {
    width: 100%;
    border: 1px solid var(--line);
  }

  .code {
    font-size: 1.5rem;
    font-weight: 700;
    letter-spacing: 0.06em;
    font-variant-numeric: slashed-zero;
  }

  @media (max-width: 480px) {
    grid-template-columns: minmax(0, 1fr);
  }
`;

/** The ways to a pupil's page: link, QR code, short code, PIN. */
export function LinkBox({
  link,
  title,
  onClose,
}: {
  readonly link: PupilLink;
  /** What it opens. */
  readonly title: string;
  readonly onClose: () => void;
}) {
  const [pin, setPin] = useState('');
  const replace = useReplaceLink();
  const change = useSetPin();
  const origin = usePublicAddress();
  const address = addressOf(link, origin);
  const failed = [replace, change].find(({ isError }) => isError);
  const isPin = /^\d{4,8}$/u.test(pin);
  return (
    <Shade isOpen isDismissable onOpenChange={(isOpen) => !isOpen && onClose()}>
      <ModalBox>
        <Dialog>
          <Heading slot="title">
            {link.pupil}: {title}
          </Heading>
          {failed && <Notice kind="error">{messageOf(failed.error)}</Notice>}
          <AddressWarning />
          <Ways>
            <QrCode text={address} label={`QR code of the link for ${link.pupil}`} />
            <div>
              <Field label="Link" value={address} isReadOnly description="Whoever has it can listen." />
              <Row>
                <CopyButton text={address} />
                <a href={address} target="_blank" rel="noreferrer">
                  Open it
                </a>
              </Row>
              <p>
                Or by this code at <strong>{new URL(origin).host}/p</strong>:
                <br />
                <span className="code">{formatCode(link.code)}</span>
              </p>
            </div>
          </Ways>
          <details>
            <summary>In a podcast player, or inside another page</summary>
            {link.hasPin ? (
              <p>A player can’t type a PIN: remove it to use the feed.</p>
            ) : (
              <Field label="Feed for a podcast player" value={`${address}/feed.xml`} isReadOnly />
            )}
            <Field
              label="Code for a page of an allowed site"
              rows={3}
              value={embedCode(address, title)}
              isReadOnly
            />
          </details>
          <Row>
            {link.hasPin ? (
              <>
                <span>A PIN is set.</span>
                <Button
                  isDisabled={change.isPending}
                  onPress={() => change.mutate({ id: link.id, pin: null })}
                >
                  Remove PIN
                </Button>
              </>
            ) : (
              <>
                <Field
                  label="PIN (4–8 digits)"
                  value={pin}
                  onChange={setPin}
                  inputMode="numeric"
                  autoComplete="off"
                />
                <Button
                  isDisabled={!isPin || change.isPending}
                  onPress={() => change.mutate({ id: link.id, pin }, { onSuccess: () => setPin('') })}
                >
                  Set PIN
                </Button>
              </>
            )}
          </Row>
          <Row>
            <PlainButton isDisabled={replace.isPending} onPress={() => replace.mutate(link)}>
              Make a new link; this one stops working
            </PlainButton>
            <Button onPress={onClose}>Close</Button>
          </Row>
        </Dialog>
      </ModalBox>
    </Shade>
  );
}
