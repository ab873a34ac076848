import { useEffect } from 'react';
import { Route, Routes } from 'react-router';
import { useSession } from './api/sessionQueries.ts';
import * as Screens from './screens/lazyScreens.ts';
import { Handouts } from './screens/handouts/Handouts.tsx';
import { NotFound } from './screens/NotFound.tsx';
import { FirstAccount } from './screens/signIn/FirstAccount.tsx';
import { SignInForm } from './screens/signIn/SignInForm.tsx';
import { Button } from './ui/Button.tsx';
import { Frame } from './ui/Frame.tsx';
import { Centre } from './ui/layout.tsx';
import { messageOf, Notice } from './ui/Notice.tsx';

/** Which screen stands at which address; who is not signed in sees only the way in. */
export function App() {
  const session = useSession();
  const isSignedIn = session.data !== undefined && session.data.teacher !== null;
  useEffect(() => {
    if (isSignedIn) Screens.fetchScreens();
  }, [isSignedIn]);
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
        <Route path="add" element={<Screens.AddHandout />} />
        <Route path="listen/:handoutId" element={<Screens.Listen />} />
        <Route path="proof/:handoutId" element={<Screens.Proof />} />
        <Route path="record/:handoutId" element={<Screens.Record />} />
        <Route path="recordings/:recordingId" element={<Screens.TouchUp />} />
        <Route path="make" element={<Screens.Make />} />
        <Route path="make/:setId" element={<Screens.MadeSet />} />
        <Route path="assignments" element={<Screens.AssignmentScreen />} />
        <Route path="assignments/cards" element={<Screens.Cards />} />
        <Route path="records" element={<Screens.Records />} />
        <Route path="pupils" element={<Screens.Pupils />} />
        <Route path="pupils/:pupilId" element={<Screens.EditPupil />} />
        <Route path="phrases" element={<Screens.Phrases />} />
        <Route path="phrases/:boardId" element={<Screens.EditBoard />} />
        <Route path="pronunciations" element={<Screens.Pronunciations />} />
        <Route path="*" element={<NotFound />} />
      </Route>
    </Routes>
  );
}
