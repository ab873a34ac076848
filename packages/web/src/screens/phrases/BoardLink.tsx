import type { Board } from '@aurelfield/api';
import { useState } from 'react';
import { useBoardLink } from '../../api/phraseQueries.ts';
import { usePublicAddress } from '../../api/publicAddress.ts';
import { AddressWarning } from '../../ui/AddressWarning.tsx';
import { Button, PlainButton } from '../../ui/Button.tsx';
import { CopyButton } from '../../ui/CopyButton.tsx';
import { Field } from '../../ui/fields.tsx';
import { Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

/** The secret link: shown when it is made, and never again. */
export function BoardLink({ board }: { readonly board: Board }) {
  const link = useBoardLink(board.id);
  const [address, setAddress] = useState<string>();
  const [hasLink, setHasLink] = useState(board.hasLink);
  const origin = usePublicAddress();
  return (
    <>
      <h3>On a tablet</h3>
      {address !== undefined && (
        <>
          <AddressWarning />
          <Field
            label="The board’s link"
            value={address}
            isReadOnly
            description="Anyone who has it can use the board. Copy it now – it is not shown again."
          />
          <Row>
            <CopyButton text={address} />
            <a href={address} target="_blank" rel="noreferrer">
              Open the board
            </a>
          </Row>
        </>
      )}
      {link.isError && <Notice kind="error">{messageOf(link.error)}</Notice>}
      <Row>
        <Button
          isDisabled={link.isPending}
          onPress={() =>
            link.mutate('make', {
              onSuccess: (token) => {
                setAddress(`${origin}/board/${token ?? ''}`);
                setHasLink(true);
              },
            })
          }
        >
          {hasLink ? 'Make a new link (the old one stops working)' : 'Make a link'}
        </Button>
        {hasLink && (
          <PlainButton
            onPress={() =>
              link.mutate('revoke', {
                onSuccess: () => {
                  setAddress(undefined);
                  setHasLink(false);
                },
              })
            }
          >
            Withdraw link
          </PlainButton>
        )}
      </Row>
    </>
  );
}
