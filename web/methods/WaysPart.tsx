import { lazy, type ReactNode, Suspense, useState } from 'react';
import { Waiting } from '../parts/states.tsx';
import type { WaysProps } from './Ways.tsx';

const Ways = lazy(() => import('./Ways.tsx'));

/** All ways of cleaning a face beside each other, and what is no way of cleaning `beside` them; fetched and worked out once somebody opens them. */
export function WaysPart({ beside, ...props }: WaysProps & { beside?: ReactNode }) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mb-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>All ways beside each other</summary>
      {open && (
        <Suspense fallback={<Waiting what="Comparing all ways" />}>
          <Ways {...props} />
          {beside}
        </Suspense>
      )}
    </details>
  );
}
