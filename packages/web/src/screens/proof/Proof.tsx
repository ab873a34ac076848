import { handoutSchema, type Handout, type PhotoPageView, type Pupil } from '@aurelfield/api';
import { useQueryClient } from '@tanstack/react-query';
import { Headphones } from 'lucide-react';
import { useCallback, useEffect, useRef, useState } from 'react';
import { Link, useParams } from 'react-router';
import styled from 'styled-components';
import { useHandout } from '../../api/handoutQueries.ts';
import { KEYS } from '../../api/keys.ts';
import { usePupils } from '../../api/pupilQueries.ts';
import { useOccurrence } from '../../api/doubtQueries.ts';
import { ask } from '../../api/client.ts';
import { usePhotoPages } from '../../api/photoQueries.ts';
import { saveBlocks, setAside } from '../../api/proofQueries.ts';
import { browserDrafts } from '../../proof/draftStore.ts';
import { windowName } from '../../proof/window.ts';
import { Autosave, type KeptState } from '../../proof/autosave.ts';
import type { Steps } from '../../proof/steps.ts';
import { Button, outlined, PlainButton } from '../../ui/Button.tsx';
import { ScreenTitle } from '../../ui/Frame.tsx';
import { Fact, Row } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';
import { HandoutTrouble } from '../HandoutTrouble.tsx';
import { Workbench } from './Workbench.tsx';

/** What must be known of the text, above it. */
const Notices = styled.div`
  display: grid;
  gap: 0.75rem;

  &:not(:empty) {
    margin-bottom: 1.25rem;
  }
`;

const ListenLink = styled(Link)`
  ${outlined}
`;

/** Makes a handout's text right before it is heard. */
export function Proof() {
  const { handoutId = '' } = useParams();
  /** Counts restarts from the server's text. */
  const [round, setRound] = useState(0);
  const handout = useHandout(handoutId);
  const pupils = usePupils();
  const isPhotographed = handout.data?.sourceKind === 'photos';
  const pages = usePhotoPages(handoutId, isPhotographed);
  // What was kept from an earlier visit may have been changed since: a text that is worked on is fetched
  // first.
  if (
    !handout.isFetchedAfterMount ||
    handout.isPending ||
    pupils.isPending ||
    (isPhotographed && pages.isPending)
  )
    return <p aria-busy="true">Fetching the handout …</p>;
  if (handout.isError || pupils.isError || pages.isError) {
    return (
      <HandoutTrouble
        title="Check text"
        error={handout.error ?? pupils.error ?? pages.error}
        onRetry={() => void handout.refetch().then(() => Promise.all([pupils.refetch(), pages.refetch()]))}
      />
    );
  }
  return (
    <Kept
      key={`${handoutId} ${round}`}
      handout={handout.data}
      pupils={pupils.data}
      pages={pages.data ?? NO_PAGES}
      onStartAgain={() => setRound(round + 1)}
    />
  );
}

interface KeptProps {
  readonly handout: Handout;
  readonly pupils: readonly Pupil[];
  readonly pages: readonly PhotoPageView[];
  /** Shows what the server has, from the beginning. */
  readonly onStartAgain: () => void;
}

const NO_PAGES: readonly PhotoPageView[] = [];

const SAYS: Readonly<Record<KeptState, string>> = {
  kept: 'Saved',
  keeping: 'Keeping …',
  away: 'The server is away. What you type is kept in this browser and sent when it is back.',
  'changed-elsewhere': '',
  failed: '',
};

/** Finds out which text to begin with, and keeps what is typed. */
function Kept({ handout, pupils, pages, onStartAgain }: KeptProps) {
  const client = useQueryClient();
  const [state, setState] = useState<KeptState>('kept');
  const [error, setError] = useState<Error>();
  const [begun, setBegun] = useState<{ steps: Steps; round: number }>();
  const [conflict, setConflict] = useState(false);
  const autosave = useRef<Autosave>(undefined);
  // The handout as it was when the screen was opened: later answers of the server come of our own saving.
  const [opened] = useState(handout);
  useEffect(() => {
    const made = new Autosave(
      {
        drafts: browserDrafts(opened.id, windowName()),
        save: async (input) => {
          const saved = await saveBlocks(opened.id, { ...input, window: windowName() });
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
    autosave.current = made;
    void made.begin(opened.blocks).then(({ steps, conflict: differs }) => {
      setBegun({ steps, round: 0 });
      setConflict(differs);
    });
    return () => made.stop();
  }, [opened, client]);
  const keep = useCallback((steps: Steps) => autosave.current?.keep(steps), []);
  const keepThis = async () => {
    const fresh = await client.fetchQuery({
      queryKey: [...KEYS.handouts, handout.id],
      queryFn: () => ask(handoutSchema, `/handouts/${handout.id}`),
      staleTime: 0,
    });
    setConflict(false);
    autosave.current?.goOver(fresh.contentHash);
  };
  const chooseTheirs = async () => {
    const own = autosave.current;
    if (!own) return;
    // Kept where it can be brought back before it goes from the page.
    await setAside(opened.id, { content: own.blocks, window: windowName() });
    await own.forget();
    await client.fetchQuery({
      queryKey: [...KEYS.handouts, handout.id],
      queryFn: () => ask(handoutSchema, `/handouts/${handout.id}`),
      staleTime: 0,
    });
    onStartAgain();
  };
  const decide = (way: () => Promise<void>) => {
    setError(undefined);
    way().catch((failure: unknown) => {
      setState('failed');
      setError(failure instanceof Error ? failure : new Error(String(failure)));
    });
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
      <Notices>
        {conflict && (
          <Notice
            kind="error"
            action={
              <Row>
                <Button onPress={() => decide(keepThis)}>Keep mine</Button>
                <Button onPress={() => decide(chooseTheirs)}>Use the other version</Button>
              </Row>
            }
          >
            This handout was changed in another window, by you or somebody else. Below is the text of this
            window; it is kept in this browser, and not sent until you decide. Whichever you choose, the other
            one stays among the versions.
          </Notice>
        )}
        {state === 'failed' && error && <Notice kind="error">{messageOf(error)}</Notice>}
        <LostPlaces handout={handout} />
      </Notices>
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

/** Pronunciations for single places whose word is gone. */
function LostPlaces({ handout }: { readonly handout: Handout }) {
  const change = useOccurrence(handout.id);
  if (handout.lostOccurrences.length === 0) return null;
  return (
    <Notice kind="hint">
      {handout.lostOccurrences.length === 1 ? 'A word that was' : 'Words that were'} said in a way of its own
      in one place cannot be found there any more. It is said so again when it is back.
      {handout.lostOccurrences.map((place) => (
        <Row key={place.id}>
          <span>
            “{place.written}”, said {place.kind === 'ipa' ? `/${place.said}/` : place.said}
          </span>
          <PlainButton isDisabled={change.isPending} onPress={() => change.mutate({ back: place })}>
            Remove
          </PlainButton>
        </Row>
      ))}
    </Notice>
  );
}
