import { isLoopback, usePublicAddress } from '../api/publicAddress.ts';
import { Notice } from './Notice.tsx';

/** Says so where links and codes carry an address that no other device can open; nothing otherwise. */
export function AddressWarning() {
  const origin = usePublicAddress();
  if (!isLoopback(origin)) return null;
  return (
    <Notice kind="hint">
      <strong>Pupils’ devices can’t open {new URL(origin).host}:</strong> that address is this computer’s own.
      Open Aurelfield by its network address, or ask whoever looks after it to set the public address
      (AUREL_PUBLIC_ADDRESS, see docs/deployment.md).
    </Notice>
  );
}
