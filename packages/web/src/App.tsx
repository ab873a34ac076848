import { Route, Routes } from 'react-router';
import { useSession } from './api/sessionQueries.ts';
import { AddHandout } from './screens/add/AddHandout.tsx';
import { Cards } from './screens/assignments/Cards.tsx';
import { AssignmentScreen } from './screens/assignments/AssignmentScreen.tsx';
import { Handouts } from './screens/handouts/Handouts.tsx';
import { Listen } from './screens/listen/Listen.tsx';
import { MadeSet } from './screens/make/MadeSet.tsx';
import { Make } from './screens/make/Make.tsx';
import { NotFound } from './screens/NotFound.tsx';
import { EditBoard } from './screens/phrases/EditBoard.tsx';
import { Phrases } from './screens/phrases/Phrases.tsx';
import { Proof } from './screens/proof/Proof.tsx';
import { Pronunciations } from './screens/pronunciations/Pronunciations.tsx';
import { EditPupil } from './screens/pupils/EditPupil.tsx';
import { Pupils } from './screens/pupils/Pupils.tsx';
import { Record } from './screens/record/Record.tsx';
import { Records } from './screens/records/Records.tsx';
import { FirstAccount } from './screens/signIn/FirstAccount.tsx';
import { SignInForm } from './screens/signIn/SignInForm.tsx';
import { TouchUp } from './screens/touchUp/TouchUp.tsx';
import { Button } from './ui/Button.tsx';
import { Frame } from './ui/Frame.tsx';
import { Centre } from './ui/layout.tsx';
import { messageOf, Notice } from './ui/Notice.tsx';

/** Which screen stands at which address; who is not signed in sees only the way in. */
export function App() {
  const session = useSession();
  if (session.isPending) return <Centre aria-busy="true">Opening …</Centre>;
  if (session.isError) {
    return (
      <Centre>
        <Notice kind="error" action={<Button onPress={() => void session.refetch()}>Try again</Button>}>
          {messageOf(session.error)}
        </Notice>
      </Centre>
    );
  }
  if (session.data.needsSetup) return <FirstAccount />;
  if (session.data.teacher === null) return <SignInForm demo={session.data.demo} />;
  return (
    <Routes>
      <Route element={<Frame />}>
        <Route index element={<Handouts />} />
        <Route path="add" element={<AddHandout />} />
        <Route path="listen/:handoutId" element={<Listen />} />
        <Route path="proof/:handoutId" element={<Proof />} />
        <Route path="record/:handoutId" element={<Record />} />
        <Route path="recordings/:recordingId" element={<TouchUp />} />
        <Route path="make" element={<Make />} />
        <Route path="make/:setId" element={<MadeSet />} />
        <Route path="assignments" element={<AssignmentScreen />} />
        <Route path="assignments/cards" element={<Cards />} />
        <Route path="records" element={<Records />} />
        <Route path="pupils" element={<Pupils />} />
        <Route path="pupils/:pupilId" element={<EditPupil />} />
        <Route path="phrases" element={<Phrases />} />
        <Route path="phrases/:boardId" element={<EditBoard />} />
        <Route path="pronunciations" element={<Pronunciations />} />
        <Route path="*" element={<NotFound />} />
      </Route>
    </Routes>
  );
}
