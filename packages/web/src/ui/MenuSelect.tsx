import { ChevronDown } from 'lucide-react';
import { Menu, MenuItem, MenuTrigger, Popover } from 'react-aria-components';
import styled from 'styled-components';
import { Button } from './Button.tsx';

const Options = styled(Popover)`
  min-width: max(var(--trigger-width), 12rem);
  max-height: 22rem;
  overflow: auto;
  padding: 0.25rem;
  border: 1px solid var(--edge);
  border-radius: var(--radius);
  background: var(--surface);
  color: var(--ink);
  box-shadow: var(--shadow);

  [role^='menuitem'] {
    padding: 0.45rem 0.7rem;
    border-radius: 7px;
    cursor: pointer;
  }

  [data-focused] {
    background: var(--accent-soft);
  }

  [data-selected] {
    font-weight: 700;
  }
`;

interface MenuSelectProps<T extends string> {
  /** What is chosen, for who does not see it. */
  readonly label: string;
  readonly value: T;
  readonly options: readonly { readonly id: T; readonly name: string }[];
  readonly onChange: (value: T) => void;
  /** What stands on the button; the name of what is chosen without it. */
  readonly shown?: string;
  /** Where the keys go after a choice; back to the button without it. */
  readonly focusAfter?: () => HTMLElement | null;
  readonly placement?: 'top end' | 'bottom end' | 'bottom start';
}

/**
 * One of several, from a menu: unlike a select it leaves the arrow keys alone while it is closed, and can
 * hand the keys on after a choice.
 */
export function MenuSelect<T extends string>({
  label,
  value,
  options,
  onChange,
  shown,
  focusAfter,
  placement = 'bottom end',
}: MenuSelectProps<T>) {
  const chosen = options.find(({ id }) => id === value);
  return (
    <MenuTrigger>
      <Button aria-label={`${label}: ${shown ?? chosen?.name ?? ''}`} style={{ whiteSpace: 'nowrap' }}>
        {shown ?? chosen?.name} <ChevronDown size={18} aria-hidden />
      </Button>
      <Options placement={placement}>
        <Menu
          aria-label={label}
          selectionMode="single"
          selectedKeys={[value]}
          items={options}
          onAction={(key) => {
            const next = options.find(({ id }) => id === key);
            if (next && next.id !== value) onChange(next.id);
            // After the menu has given the keys back to its button.
            if (focusAfter)
              setTimeout(() => focusAfter()?.focus({ preventScroll: true }), FOCUS_MILLISECONDS);
          }}
        >
          {({ id, name }) => (
            <MenuItem id={id} textValue={name}>
              {name}
            </MenuItem>
          )}
        </Menu>
      </Options>
    </MenuTrigger>
  );
}

const FOCUS_MILLISECONDS = 60;
