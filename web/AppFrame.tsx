import { lazy, Suspense, useEffect } from 'react';
import { Outlet } from 'react-router';
import { useSession } from './api/hooks.ts';
import { deviceLock } from './device/device.ts';
import { Afterwards } from './parts/Afterwards.tsx';

const Sending = lazy(async () => ({ default: (await import('./jobs/Sending.tsx')).Sending }));

/** What stands about every page. Sending begins once the page is drawn, and then goes on under all of them. */
export function AppFrame() {
  const { person } = useSession().data ?? {};
  useEffect(() => {
    if (person) void deviceLock.entered({ id: person.id, name: person.name });
  }, [person]);
  return (
    <>
      <Outlet />
      <Afterwards>
        <Suspense fallback={null}>
          <Sending />
        </Suspense>
      </Afterwards>
    </>
  );
}
