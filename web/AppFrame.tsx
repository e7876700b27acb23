import { type ComponentType, lazy, Suspense, useEffect } from 'react';
import { Outlet, ScrollRestoration } from 'react-router';
import { useSession } from './api/hooks.ts';
import { deviceLock } from './device/device.ts';
import { Afterwards } from './parts/Afterwards.tsx';

/** How long until a file that did not come is asked for again, ms. */
const AGAIN_AFTER = 5000;

async function fetched(): Promise<{ default: ComponentType }> {
  for (;;) {
    try {
      return { default: (await import('./jobs/Sending.tsx')).Sending };
    } catch {
      await new Promise((resolve) => setTimeout(resolve, AGAIN_AFTER));
    }
  }
}
const Sending = lazy(fetched);

/** What stands about every page. Sending begins once the page is drawn, and then goes on under all of them. */
export function AppFrame() {
  const { person } = useSession().data ?? {};
  useEffect(() => {
    if (person) void deviceLock.entered({ id: person.id, name: person.name });
  }, [person]);
  return (
    <>
      {/* Before the pages, so that a page can say where it begins. */}
      <ScrollRestoration />
      <Outlet />
      <Afterwards>
        <Suspense fallback={null}>
          <Sending />
        </Suspense>
      </Afterwards>
    </>
  );
}
