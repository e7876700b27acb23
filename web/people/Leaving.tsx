import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../api/client.ts';
import { deviceLock } from '../device/device.ts';

const UnsentDialog = lazy(async () => ({ default: (await import('./UnsentDialog.tsx')).UnsentDialog }));

/** The outbox comes with what it needs when it is asked, not with the first page. */
const theOutbox = async () => (await import('../outbox/index.ts')).outbox;

async function unsentNow(): Promise<number> {
  const outbox = await theOutbox();
  await outbox.reload().catch(() => undefined);
  return outbox.state().items.filter(({ refused }) => refused === undefined).length;
}

/** Signs out: nothing that this page has read stays readable, and what is not sent yet is warned of first. */
export function useLeaving() {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [unsent, setUnsent] = useState<number | null>(null);
  const leave = async () => {
    setUnsent(null);
    // Without a signal the device hides everything all the same, and tells the server when it can.
    const told = await call('signOut').then(
      () => true,
      () => false,
    );
    await deviceLock.left(told);
    client.clear();
    navigate('/sign-in', { replace: true });
  };
  const ask = async () => {
    // Where the outbox cannot be had there is nothing that could be sent first.
    const left = await unsentNow().catch(() => 0);
    if (left === 0) await leave();
    else setUnsent(left);
  };
  const sendFirst = async () => {
    await (await theOutbox()).flush(true);
    await ask();
  };
  const question = unsent !== null && (
    <Suspense fallback={null}>
      <UnsentDialog
        unsent={unsent}
        onSend={() => void sendFirst()}
        onLeave={() => void leave()}
        onStay={() => setUnsent(null)}
      />
    </Suspense>
  );
  return { ask: () => void ask(), question };
}
