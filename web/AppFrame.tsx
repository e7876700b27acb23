import { useEffect } from 'react';
import { Outlet } from 'react-router';
import { useSession } from './api/hooks.ts';
import { deviceLock } from './device/device.ts';
import { LostDialog } from './device/LostDialog.tsx';
import { newVersion } from './device/newVersion.ts';
import { startOutbox, useOutboxState } from './jobs/outbox/index.ts';

/** What goes on under every page: sending, and saying what could not be kept. */
export function AppFrame() {
  const session = useSession();
  const { trouble } = useOutboxState();
  const person = session.data?.person;
  useEffect(() => startOutbox(), []);
  useEffect(() => {
    if (person) void deviceLock.entered({ id: person.id, name: person.name });
  }, [person]);
  useEffect(() => {
    if (trouble === 'too-old') newVersion.demand();
  }, [trouble]);
  return (
    <>
      <Outlet />
      <LostDialog />
    </>
  );
}
