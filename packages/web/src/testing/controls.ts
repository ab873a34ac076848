import { fireEvent, waitFor } from '@testing-library/react';

/**
 * The button of this name, which is its label or its text. Testing Library's own search by role looks at
 * every element of the page in a hundred ways; on a large screen that takes seconds.
 * @throws Error where there is none, with those there are.
 */
export function button(name: string | RegExp): HTMLButtonElement {
  const all = [...document.querySelectorAll('button')];
  const found = all.find((one) => (typeof name === 'string' ? nameOf(one) === name : name.test(nameOf(one))));
  if (!found) throw new Error(`There is no button “${String(name)}”, but: ${all.map(nameOf).join(' | ')}`);
  return found;
}

/** Presses a button by its name. */
export function press(name: string | RegExp): void {
  fireEvent.click(button(name));
}

function nameOf(one: HTMLButtonElement): string {
  const labels = (one.getAttribute('aria-labelledby') ?? '').split(' ').flatMap((id) => {
    const label = document.getElementById(id)?.textContent;
    return label === undefined ? [] : [label];
  });
  return (one.getAttribute('aria-label') ?? (labels.join(' ') || one.textContent)).trim();
}

/** Chooses from a list that opens. @param label of the field @param option begins so */
export async function choose(label: string, option: string): Promise<void> {
  press(new RegExp(`${label}$`, 'u'));
  const found = await waitFor(() => {
    const all = [...document.querySelectorAll('[role="option"]')];
    const wanted = all.find(({ textContent }) => textContent.startsWith(option));
    if (!wanted) throw new Error(`There is no “${option}”.`);
    return wanted;
  });
  fireEvent.click(found);
}
