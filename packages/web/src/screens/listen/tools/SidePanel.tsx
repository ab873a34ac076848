import { X } from 'lucide-react';
import { useEffect, useRef, type ReactNode } from 'react';
import styled from 'styled-components';
import { IconButton } from '../../../ui/Button.tsx';

const Card = styled.aside`
  position: sticky;
  top: 0.75rem;
  display: flex;
  flex-direction: column;
  max-height: calc(100vh - var(--desk, 6rem) - 1.5rem);
  border: 1px solid var(--edge);
  border-radius: calc(var(--radius) + 4px);
  background: var(--surface);

  header {
    display: flex;
    align-items: center;
    justify-content: space-between;
    gap: 0.5rem;
    padding: 0.4rem 0.4rem 0.4rem 1.1rem;
    border-bottom: 1px solid var(--line);
  }

  h2:focus {
    outline: none;
  }

  .content {
    display: grid;
    gap: 0.9rem;
    padding: 1rem 1.1rem 1.2rem;
    overflow: auto;
  }

  @media (max-width: 1080px) {
    position: fixed;
    inset: auto 0 var(--desk, 6rem) 0;
    top: auto;
    z-index: 20;
    max-height: min(60vh, calc(100vh - var(--desk, 6rem) - 2rem));
    border-radius: calc(var(--radius) + 4px) calc(var(--radius) + 4px) 0 0;
    box-shadow: var(--shadow);
  }
`;

/** Pixels that are left free above and below it, and that it has at least. */
const MARGIN = 12;
const LEAST_HEIGHT = 200;

/** One tool beside the page. It takes the keys when it opens; Escape closes it. */
export function SidePanel({
  title,
  onClose,
  children,
}: {
  readonly title: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  const head = useRef<HTMLHeadingElement>(null);
  const sheet = useRef<HTMLElement>(null);
  useEffect(() => {
    const field = sheet.current?.querySelector<HTMLElement>('[data-autofocus] input, input[data-autofocus]');
    (field ?? head.current)?.focus({ preventScroll: true });
  }, [title]);
  useEffect(() => {
    // It ends where the player begins, however far the page is scrolled: its end can always be reached.
    const fit = () => {
      const element = sheet.current;
      if (!element || getComputedStyle(element).position !== 'sticky') return;
      const desk = parseFloat(getComputedStyle(document.documentElement).getPropertyValue('--desk')) || 0;
      const top = Math.max(MARGIN, element.getBoundingClientRect().top);
      element.style.maxHeight = `${Math.max(LEAST_HEIGHT, window.innerHeight - desk - top - MARGIN)}px`;
    };
    fit();
    window.addEventListener('scroll', fit, { passive: true });
    window.addEventListener('resize', fit);
    return () => {
      window.removeEventListener('scroll', fit);
      window.removeEventListener('resize', fit);
    };
  }, []);
  return (
    <Card
      ref={sheet}
      aria-label={title}
      onKeyDown={(event) => {
        if (event.key !== 'Escape' || event.defaultPrevented) return;
        event.stopPropagation();
        onClose();
      }}
    >
      <header>
        <h2 ref={head} tabIndex={-1}>
          {title}
        </h2>
        <IconButton aria-label={`Close ${title}`} onPress={onClose}>
          <X size={18} aria-hidden />
        </IconButton>
      </header>
      <div className="content">{children}</div>
    </Card>
  );
}
