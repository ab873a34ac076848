import { z } from 'zod';
import { id } from './common.ts';

const email = z.string().trim().toLowerCase().pipe(z.email('That is not a mail address.'));
/** Twelve characters or more; no rules on which, after NIST SP 800-63B. */
const newPassword = z.string().min(12, 'Use at least 12 characters.').max(200, 'Use at most 200 characters.');

const teacherSchema = z.object({ id, name: z.string(), email: z.string(), school: z.string() });

/** Who is signed in, and the token that every changing request carries. */
export const sessionSchema = z.object({
  teacher: teacherSchema.nullable(),
  /** No teacher exists yet: the first account is to be made. */
  needsSetup: z.boolean(),
  csrfToken: z.string(),
  /**
   * Whether the demo school can be entered without a password: where it was loaded, by who sits at the
   * machine itself.
   */
  demo: z.boolean(),
  /** The origin that pupils and colleagues use; null where it was not set. */
  publicAddress: z.string().nullable(),
});
export type Session = z.infer<typeof sessionSchema>;

export const signInSchema = z.object({ email, password: z.string().min(1, 'Enter your password.').max(200) });
export type SignIn = z.infer<typeof signInSchema>;

export const setupSchema = z.object({
  school: z.string().trim().min(1, 'Enter the school’s name.').max(120),
  name: z.string().trim().min(1, 'Enter your name.').max(120),
  email,
  password: newPassword,
});
export type Setup = z.infer<typeof setupSchema>;
