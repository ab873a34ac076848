import { useEffect, useState, type FormEvent } from 'react';
import { useEnterDemo, useSignIn } from '../../api/sessionQueries.ts';
import { Button, SolidButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { ProductName } from '../../ui/ProductName.tsx';
import { Centre, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

/** The way in. Where the demo school is loaded its sign-in is offered. */
export function SignInForm({ demo }: { readonly demo: boolean }) {
  const enterDemo = useEnterDemo();
  const signIn = useSignIn();
  const [email, setEmail] = useState('');
  const [password, setPassword] = useState('');
  useEffect(() => {
    document.title = 'Sign in · Aurelfield';
  }, []);
  const submit = (event: FormEvent) => {
    event.preventDefault();
    signIn.mutate({ email, password });
  };
  return (
    <Centre>
      <ProductName />
      <Card as="form" onSubmit={submit} aria-labelledby="sign-in">
        <h1 id="sign-in">Sign in</h1>
        {signIn.isError && <Notice kind="error">{messageOf(signIn.error)}</Notice>}
        <Field
          label="Email"
          type="email"
          autoComplete="username"
          value={email}
          onChange={setEmail}
          isRequired
        />
        <Field
          label="Password"
          type="password"
          autoComplete="current-password"
          value={password}
          onChange={setPassword}
          isRequired
        />
        <SolidButton type="submit" isDisabled={signIn.isPending}>
          {signIn.isPending ? 'Signing in …' : 'Sign in'}
        </SolidButton>
      </Card>
      {demo && (
        <Card aria-labelledby="demo">
          <h2 id="demo">Look around first</h2>
          <p>Wrenmoor is an example school with one teacher, six pupils and a few handouts to try.</p>
          {enterDemo.isError && <Notice kind="error">{messageOf(enterDemo.error)}</Notice>}
          <Button onPress={() => enterDemo.mutate(undefined)} isDisabled={enterDemo.isPending}>
            Open the demo school
          </Button>
        </Card>
      )}
    </Centre>
  );
}
