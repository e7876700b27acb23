import { lazy, Suspense, useState } from 'react';
import { Waiting } from '../parts/states.tsx';
import type { WaysProps } from './Ways.tsx';

const Ways = lazy(() => import('./Ways.tsx'));

/** All ways of cleaning a face beside each other, fetched and worked out once somebody opens them. */
export function WaysPart(props: WaysProps) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mb-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>All ways beside each other</summary>
      {open && (
        <Suspense fallback={<Waiting what="Comparing all ways" />}>
          <Ways {...props} />
        </Suspense>
      )}
    </details>
  );
}
