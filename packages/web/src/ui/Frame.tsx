import {
  BookOpenText,
  ChartNoAxesColumn,
  LogOut,
  MessageSquareText,
  PackageOpen,
  Share2,
  SpellCheck2,
  Users,
} from 'lucide-react';
import { Suspense, useEffect, type ReactNode } from 'react';
import { NavLink, Outlet, useLocation } from 'react-router';
import styled from 'styled-components';
import { useSession, useSignOut } from '../api/sessionQueries.ts';
import { useUnseenNotes } from '../api/recordQueries.ts';
import { PlainButton } from './Button.tsx';
import { ProductName } from './ProductName.tsx';
import { Unseen } from './layout.tsx';

const Bar = styled.header`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  gap: 0.25rem 1.5rem;
  padding: 0.5rem clamp(1rem, 3vw, 2.5rem);
  border-bottom: 1px solid var(--line);
  background: var(--surface);

  nav {
    display: flex;
    flex-wrap: wrap;
    gap: 0.25rem;
  }

  nav a {
    display: inline-flex;
    align-items: center;
    gap: 0.4rem;
    min-height: 2.75rem;
    padding: 0 0.6rem;
    border-bottom: 3px solid transparent;
    color: var(--ink);
    font-weight: 600;
    text-decoration: none;
  }

  nav a[aria-current='page'] {
    border-bottom-color: var(--accent);
  }

  @media (forced-colors: active) {
    nav a:not([aria-current='page']) {
      border-bottom-color: Canvas;
    }

    .bell {
      forced-color-adjust: none;
    }
  }

  .bell {
    min-width: 1.5rem;
    padding: 0 0.4rem;
    border-radius: 1rem;
    background: var(--accent);
    color: var(--on-accent);
    text-align: center;
  }

  .who {
    margin-inline-start: auto;
    display: flex;
    align-items: center;
    gap: 0.5rem;
    color: var(--quiet);
  }

  @media print {
    display: none;
  }

  @media (max-width: 1450px) {
    .who > span {
      display: none;
    }
  }

  /* A low window (a zoomed page, a phone on its side): one row, which scrolls sideways, leaves the height to the work. */
  @media (max-height: 30rem) {
    flex-wrap: nowrap;
    gap: 0 0.75rem;
    padding-block: 0;
    overflow-x: auto;

    nav {
      order: 0;
      flex-wrap: nowrap;
    }

    nav a {
      min-height: 2.25rem;
      white-space: nowrap;
    }
  }

  @media (max-width: 640px) {
    gap: 0 0.75rem;

    .who span {
      display: none;
    }

    nav {
      order: 3;
    }

    nav a {
      padding: 0 0.4rem;
    }
  }
`;

const Main = styled.main`
  padding: clamp(1rem, 2.5vw, 2rem) clamp(1rem, 3vw, 2.5rem) 4rem;
  max-width: 82rem;
  margin-inline: auto;

  &:focus {
    outline: none;
  }
`;

const Skip = styled.a`
  position: absolute;
  left: -200vw;

  &:focus {
    left: 1rem;
    top: 0.5rem;
    z-index: 40;
    padding: 0.5rem 1rem;
    background: var(--surface);
  }
`;

/** What surrounds every working screen: the house's name, the ways to the rooms, who is signed in. */
export function Frame() {
  const { data: session } = useSession();
  const signOut = useSignOut();
  const unseen = useUnseenNotes().data ?? 0;
  return (
    <>
      <Skip href="#main">Skip to content</Skip>
      <Bar>
        <ProductName />
        <nav aria-label="Main">
          <NavLink to="/" end>
            <BookOpenText size={18} aria-hidden /> Handouts
          </NavLink>
          <NavLink to="/make">
            <PackageOpen size={18} aria-hidden /> Make
          </NavLink>
          <NavLink to="/assignments">
            <Share2 size={18} aria-hidden /> Hand out
          </NavLink>
          <NavLink to="/records">
            <ChartNoAxesColumn size={18} aria-hidden /> Records
            {unseen > 0 && (
              <span className="bell">
                {unseen}
                <Unseen> new {unseen === 1 ? 'message' : 'messages'} from pupils</Unseen>
              </span>
            )}
          </NavLink>
          <NavLink to="/pupils">
            <Users size={18} aria-hidden /> Pupils
          </NavLink>
          <NavLink to="/pronunciations">
            <SpellCheck2 size={18} aria-hidden /> Pronunciations
          </NavLink>
          <NavLink to="/phrases">
            <MessageSquareText size={18} aria-hidden /> Phrases
          </NavLink>
        </nav>
        <div className="who">
          <span>
            {session?.teacher?.name}, {session?.teacher?.school}
          </span>
          <PlainButton onPress={() => signOut.mutate(undefined)} aria-label="Sign out">
            <LogOut size={18} aria-hidden /> <span>Sign out</span>
          </PlainButton>
        </div>
      </Bar>
      <Main id="main" tabIndex={-1}>
        <Suspense fallback={<p aria-busy="true">Opening …</p>}>
          <Outlet />
        </Suspense>
      </Main>
    </>
  );
}

/** A screen's head: its title, which also names the browser's tab, and what can be done. */
export function ScreenTitle({ title, children }: { readonly title: string; readonly children?: ReactNode }) {
  const { pathname } = useLocation();
  useEffect(() => {
    document.title = `${title} · Aurelfield`;
  }, [title, pathname]);
  return (
    <Head>
      <h1>{title}</h1>
      <div>{children}</div>
    </Head>
  );
}

const Head = styled.div`
  display: flex;
  flex-wrap: wrap;
  align-items: center;
  justify-content: space-between;
  gap: 0.75rem 1.5rem;
  margin-bottom: 1.25rem;

  h1 {
    overflow-wrap: anywhere;
    min-width: 0;
  }
`;
