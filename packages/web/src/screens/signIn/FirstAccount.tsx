import { setupSchema } from '@aurelfield/api';
import { useEffect, useState, type FormEvent } from 'react';
import { useSetup } from '../../api/sessionQueries.ts';
import { SolidButton } from '../../ui/Button.tsx';
import { Field } from '../../ui/fields.tsx';
import { ProductName } from '../../ui/ProductName.tsx';
import { Centre, Card } from '../../ui/layout.tsx';
import { messageOf, Notice } from '../../ui/Notice.tsx';

const EMPTY = { school: '', name: '', email: '', password: '' };

/** The first start without the demo: the school and its first teacher. */
export function FirstAccount() {
  const setup = useSetup();
  const [input, setInput] = useState(EMPTY);
  const [tried, setTried] = useState(false);
  useEffect(() => {
    document.title = 'First account · Aurelfield';
  }, []);
  const checked = setupSchema.safeParse(input);
  const errorOf = (field: keyof typeof EMPTY) =>
    tried ? checked.error?.issues.find((issue) => issue.path[0] === field)?.message : undefined;
  const set = (field: keyof typeof EMPTY) => (value: string) => setInput({ ...input, [field]: value });
  const submit = (event: FormEvent) => {
    event.preventDefault();
    setTried(true);
    if (checked.success) setup.mutate(checked.data);
  };
  return (
    <Centre>
      <ProductName />
      <Card as="form" onSubmit={submit} aria-labelledby="first" noValidate>
        <h1 id="first">The first account</h1>
        <p>Nobody has an account here yet. This makes your school and you as its first teacher.</p>
        {setup.isError && <Notice kind="error">{messageOf(setup.error)}</Notice>}
        <Field label="School" value={input.school} onChange={set('school')} error={errorOf('school')} />
        <Field
          label="Your name"
          autoComplete="name"
          value={input.name}
          onChange={set('name')}
          error={errorOf('name')}
        />
        <Field
          label="Email"
          type="email"
          autoComplete="username"
          value={input.email}
          onChange={set('email')}
          error={errorOf('email')}
        />
        <Field
          label="Password"
          type="password"
          autoComplete="new-password"
          description="At least 12 characters."
          value={input.password}
          onChange={set('password')}
          error={errorOf('password')}
        />
        <SolidButton type="submit" isDisabled={setup.isPending}>
          Make the account
        </SolidButton>
      </Card>
    </Centre>
  );
}
