import { hash, verify } from '@node-rs/argon2';

/**
 * Argon2id with the package's defaults (19 MiB, 2 passes), the minimum that OWASP's password storage sheet
 * names.
 */
export function hashPassword(password: string): Promise<string> {
  return hash(password);
}

/** A hash of nothing, so that an unknown address takes as long to refuse as a wrong password. */
const decoy = hash('no such account');

/** Whether the password fits; for an unknown account pass `undefined`. */
export async function passwordFits(password: string, passwordHash: string | undefined): Promise<boolean> {
  const fits = await verify(passwordHash ?? (await decoy), password);
  return passwordHash !== undefined && fits;
}
