import { useEffect } from 'react';
import { newVersion } from '../device/newVersion.ts';
import { LostDialog } from '../field/LostDialog.tsx';
import { startOutbox, useOutboxState } from '../outbox/index.ts';

/** What goes on under every page: sending what is kept here, and saying what could not be kept. */
export function Sending() {
  const { trouble } = useOutboxState();
  useEffect(() => startOutbox(), []);
  useEffect(() => {
    if (trouble === 'too-old') newVersion.demand();
  }, [trouble]);
  return <LostDialog />;
}
