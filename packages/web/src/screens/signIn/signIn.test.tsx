import { fireEvent, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, test } from 'vitest';
import { ApiError, fakeApi } from '../../testing/fakeApi.ts';
import { clearScreen, renderScreen } from '../../testing/renderScreen.tsx';
import { FirstAccount } from './FirstAccount.tsx';
import { SignInForm } from './SignInForm.tsx';

afterEach(clearScreen);

const type = (label: string, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('sign in', () => {
  test('sends address and password once, and says what was refused', async () => {
    const sent = fakeApi({
      'POST /session': () =>
        new ApiError(401, 'sign-in', 'This mail address and password do not belong together.'),
    });
    renderScreen(<SignInForm demo={false} />);
    type('Email', 'ilse@heron.example');
    type('Password', 'a wrong phrase');
    fireEvent.submit(screen.getByRole('button', { name: 'Sign in' }));
    await screen.findByText('This mail address and password do not belong together.');
    expect(sent).toEqual([
      { method: 'POST', path: '/session', json: { email: 'ilse@heron.example', password: 'a wrong phrase' } },
    ]);
    // What was typed is still there.
    expect(screen.getByLabelText<HTMLInputElement>('Email').value).toBe('ilse@heron.example');
  });

  test('says so when the server does not answer', async () => {
    fakeApi({});
    renderScreen(<SignInForm demo={false} />);
    globalThis.fetch = () => Promise.reject(new TypeError('network'));
    fireEvent.submit(screen.getByRole('button', { name: 'Sign in' }));
    await screen.findByText(/^Can’t reach Aurelfield\./u);
  });

  test('offers the demo school only where there is one', async () => {
    const sent = fakeApi({
      'POST /session/demo': () => new ApiError(503, 'demo', 'The demo is being loaded.'),
    });
    renderScreen(<SignInForm demo />);
    fireEvent.click(screen.getByRole('button', { name: 'Open the demo school' }));
    await screen.findByText('The demo is being loaded.');
    expect(sent.map(({ path }) => path)).toEqual(['/session/demo']);
    clearScreen();
    fakeApi({});
    renderScreen(<SignInForm demo={false} />);
    expect(screen.queryByRole('button', { name: 'Open the demo school' })).toBeNull();
  });
});

describe('the first account', () => {
  test('says beside each field what is wrong, after the first try, and sends nothing', () => {
    const sent = fakeApi({});
    renderScreen(<FirstAccount />);
    type('School', 'Heron Bank');
    type('Email', 'no address');
    type('Password', 'short');
    expect(screen.queryAllByText(/at least 12/iu)).toHaveLength(1);
    fireEvent.submit(screen.getByRole('form', { name: 'The first account' }));
    const invalid = ['School', 'Your name', 'Email', 'Password'].filter(
      (label) => screen.getByLabelText(label).getAttribute('aria-invalid') === 'true',
    );
    expect(invalid).toEqual(['Your name', 'Email', 'Password']);
    expect(sent).toEqual([]);
  });

  test('is made once everything is right', async () => {
    const sent = fakeApi({
      'POST /setup': () => new ApiError(409, 'set-up', 'There is an account already.'),
    });
    renderScreen(<FirstAccount />);
    type('School', 'Heron Bank');
    type('Your name', 'Ilse Quill');
    type('Email', 'ilse@heron.example');
    type('Password', 'a long enough phrase');
    fireEvent.submit(screen.getByRole('form', { name: 'The first account' }));
    await screen.findByText('There is an account already.');
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(sent[0]?.json).toEqual({
      school: 'Heron Bank',
      name: 'Ilse Quill',
      email: 'ilse@heron.example',
      password: 'a long enough phrase',
    });
  });
});
