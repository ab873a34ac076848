import { useEffect } from 'react';
import { Dialog, Heading } from 'react-aria-components';
import { useBlocker } from 'react-router';
import { Button, PlainButton, SolidButton } from './Button.tsx';
import { Row } from './layout.tsx';
import { ModalBox, Shade } from './ModalBox.tsx';

interface LeaveGuardProps {
  /** Whether there is something unsaved. */
  readonly when: boolean;
  readonly isSaving: boolean;
  /** Saves, and then does what is given. */
  readonly onSave: (after: () => void) => void;
  readonly onDiscard: () => void;
}

/** Asks before a screen with something unsaved is left. What is left unsaved is kept in this browser. */
export function LeaveGuard({ when, isSaving, onSave, onDiscard }: LeaveGuardProps) {
  const blocker = useBlocker(
    ({ currentLocation, nextLocation }) => when && currentLocation.pathname !== nextLocation.pathname,
  );
  useEffect(() => {
    if (!when && blocker.state === 'blocked') blocker.proceed();
  }, [when, blocker]);
  if (blocker.state !== 'blocked') return null;
  return (
    <Shade isOpen onOpenChange={() => blocker.reset()}>
      <ModalBox>
        <Dialog>
          <Heading slot="title">Your changes are not saved</Heading>
          <p>They are kept in this browser and wait here, but readings are made without them.</p>
          <Row>
            <SolidButton isDisabled={isSaving} onPress={() => onSave(() => blocker.proceed())}>
              Save and leave
            </SolidButton>
            <Button onPress={() => blocker.proceed()}>Keep as draft</Button>
            <Button
              onPress={() => {
                onDiscard();
                blocker.proceed();
              }}
            >
              Discard
            </Button>
            <PlainButton onPress={() => blocker.reset()}>Stay</PlainButton>
          </Row>
        </Dialog>
      </ModalBox>
    </Shade>
  );
}
