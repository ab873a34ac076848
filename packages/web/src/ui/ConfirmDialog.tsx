import type { ReactNode } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import { Button, SolidButton } from './Button.tsx';
import { Row } from './layout.tsx';
import { ModalBox, Shade } from './ModalBox.tsx';

interface ConfirmDialogProps {
  readonly title: string;
  /** What it means for others. */
  readonly children: ReactNode;
  /** The action, as a verb with its object. */
  readonly action: string;
  readonly onConfirm: () => void;
  readonly onClose: () => void;
}

/** Asks before something that reaches other people is done. */
export function ConfirmDialog({ title, children, action, onConfirm, onClose }: ConfirmDialogProps) {
  return (
    <Shade isOpen isDismissable onOpenChange={(isOpen) => !isOpen && onClose()}>
      <ModalBox>
        <Dialog role="alertdialog">
          <Heading slot="title">{title}</Heading>
          <p>{children}</p>
          <Row>
            <Button onPress={onClose} autoFocus>
              Cancel
            </Button>
            <SolidButton
              onPress={() => {
                onConfirm();
                onClose();
              }}
            >
              {action}
            </SolidButton>
          </Row>
        </Dialog>
      </ModalBox>
    </Shade>
  );
}
