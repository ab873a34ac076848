import type { Handout, PhotoPageView, Pupil } from '@aurelfield/api';
import { useQueryClient } from '@tanstack/react-query';
import { Headphones } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { KEYS, useHandout, usePupils } from '../../api/queries.ts';
import { usePhotoPages } from '../../api/photoQueries.ts';
import { saveBlocks } from '../../api/proofQueries.ts';
import { Keeper, type KeptState } from '../../proof/keeper.ts';
import type { Steps } from '../../proof/steps.ts';
import { Button, outlined } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { Workbench } from './Workbench.tsx';

const ListenLink = styled(Link)`
  ${outlined}
`;

/** Makes a handout's text right before it is heard. */
export function Proof() {
  const { handoutId = '' } = useParams();
  const handout = useHandout(handoutId);
  const pupils = usePupils();
  const isPhotographed = handout.data?.sourceKind === 'photos';
  const pages = usePhotoPages(handoutId, isPhotographed);
  if (handout.isPending || pupils.isPending || (isPhotographed && pages.isPending))
    return <p aria-busy="true">Fetching the handout …</p>;
  if (handout.isError || pupils.isError || pages.isError) {
    return (
      <HandoutTrouble
        title="Proof"
        error={handout.error ?? pupils.error ?? pages.error}
        onRetry={() => void handout.refetch().then(() => Promise.all([pupils.refetch(), pages.refetch()]))}
      />
    );
  }
  return <Kept key={handoutId} handout={handout.data} pupils={pupils.data} pages={pages.data ?? NO_PAGES} />;
}

interface KeptProps {
  readonly handout: Handout;
  readonly pupils: readonly Pupil[];
  readonly pages: readonly PhotoPageView[];
}

const NO_PAGES: readonly PhotoPageView[] = [];

const SAYS: Readonly<Record<KeptState, string>> = {
  kept: 'All is kept',
  keeping: 'Keeping …',
  away: 'The server is away. What you type is kept in this browser and sent when it is back.',
  'changed-elsewhere': '',
  failed: '',
};

/** Finds out which text to begin with, and keeps what is typed. */
function Kept({ handout, pupils, pages }: KeptProps) {
  const client = useQueryClient();
  const [state, setState] = useState<KeptState>('kept');
  const [error, setError] = useState<Error>();
  const [begun, setBegun] = useState<{ steps: Steps; round: number }>();
  const [conflict, setConflict] = useState(false);
  const keeper = useRef<Keeper>(undefined);
  // The handout as it was when the screen was opened: later answers of the server come of our own saving.
  const [opened] = useState(handout);
  useEffect(() => {
    const made = new Keeper(
      {
        handoutId: opened.id,
        save: async (input) => {
          const saved = await saveBlocks(opened.id, input);
          client.removeQueries({ queryKey: ['reading', opened.id] });
          void client.invalidateQueries({ queryKey: KEYS.handouts });
          return saved;
        },
        onState: (next, failure) => {
          setState(next);
          setError(failure);
          if (next === 'changed-elsewhere') setConflict(true);
        },
      },
      opened.contentHash,
    );
    keeper.current = made;
    void made.begin(opened.blocks).then(({ steps, conflict: differs }) => {
      setBegun({ steps, round: 0 });
      setConflict(differs);
    });
    return () => made.stop();
  }, [opened, client]);
  const keep = useCallback((steps: Steps) => keeper.current?.keep(steps), []);
  const takeTheirs = async () => {
    await keeper.current?.forget();
    window.location.reload();
  };
  return (
    <>
      <ScreenTitle title={handout.title}>
        <Row>
          <Fact role="status">{SAYS[state]}</Fact>
          <ListenLink to={`/listen/${handout.id}`}>
            <Headphones size={18} aria-hidden /> Listen
          </ListenLink>
        </Row>
      </ScreenTitle>
      {conflict && (
        <Notice
          kind="error"
          action={
            <Row>
              <Button
                onPress={() => {
                  setConflict(false);
                  void client
                    .fetchQuery({ queryKey: [...KEYS.handouts, handout.id], staleTime: 0 })
                    .then((fresh) => keeper.current?.goOver((fresh as Handout).contentHash));
                }}
              >
                Keep this text
              </Button>
              <Button onPress={() => void takeTheirs()}>Take the other one</Button>
            </Row>
          }
        >
          This handout was changed in another window. Below is the text of this window. The other one stays
          among the versions.
        </Notice>
      )}
      {state === 'failed' && error && <Notice kind="error">{messageOf(error)}</Notice>}
      {begun ? (
        <Workbench
          key={begun.round}
          handout={handout}
          pupils={pupils}
          pages={pages}
          begin={begun.steps}
          onSteps={keep}
        />
      ) : (
        <p aria-busy="true">Opening the text …</p>
      )}
    </>
  );
}
