import { lazy, Suspense, useState } from 'react';
import { Button } from 'react-bootstrap';
import type { Inspection } from '../../contract/inspections/endpoints.ts';
import type { Site, SolarArray } from '../../contract/sites/endpoints.ts';
import { readDraft } from '../api/drafts.ts';
import { useEndpointQuery, usePolling, useSession } from '../api/hooks.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { DefectsPart } from './DefectsPart.tsx';
import { InspectionCard } from './InspectionCard.tsx';
import { inspectionDraft } from './inspectionDraft.ts';
import type { Seen } from './seen.ts';

const GrowthPart = lazy(async () => ({ default: (await import('./GrowthPart.tsx')).GrowthPart }));
const InspectionForm = lazy(async () => ({ default: (await import('./InspectionForm.tsx')).InspectionForm }));

/** Look: what lies on the glass now, beside what lay on it last time. */
export function LookStep({
  array,
  site,
  onSeen,
}: {
  array: SolarArray;
  site: Site;
  onSeen: (seen: Seen | null) => void;
}) {
  const inspections = useEndpointQuery('listInspections', { params: { id: array.id }, query: { limit: 20 } });
  const waiting =
    inspections.data?.items.some(({ photos }) => photos.some(({ state }) => state === 'waiting')) ?? false;
  const { refetch } = inspections;
  usePolling(waiting, refetch);
  const [writing, setWriting] = useState(false);
  const desk = useSession().data?.person?.role !== 'crew';
  const begun = readDraft(inspectionDraft(array.id)) !== null;
  const [older, setOlder] = useState(0);
  const items = inspections.data?.items ?? [];
  const [last] = items;
  const beside: Inspection | undefined = items[Math.min(items.length - 1, 1 + older)];
  return (
    <>
      <div className="step-head">
        <h2>Look</h2>
        <span className="quiet">{array.name}: what lies on the glass, and what is broken</span>
        {!writing && (
          <div className="actions">
            <Button onClick={() => setWriting(true)}>
              {begun ? 'Go on with the inspection' : 'Record an inspection'}
            </Button>
          </div>
        )}
      </div>
      {inspections.isPending && <Waiting />}
      <Trouble error={inspections.error} retry={() => inspections.refetch()} />
      {writing ? (
        <>
          <Suspense fallback={<Waiting what="Opening" />}>
            <InspectionForm
              array={array}
              site={site}
              onSeen={onSeen}
              onDone={() => {
                setWriting(false);
                void refetch();
              }}
              onCancel={() => setWriting(false)}
            />
          </Suspense>
          {last && (
            <>
              <h3 className="mt-3">Last time</h3>
              <InspectionCard inspection={last} site={site} gammaPdc={array.gammaPdc} />
            </>
          )}
        </>
      ) : (
        <>
          {inspections.data && !last && (
            <Empty>
              Nobody has looked at this array yet. Go and look, one roof face at a time; the loss follows from what you
              find.
            </Empty>
          )}
          {last && (
            <div className={beside && items.length > 1 ? 'two' : ''}>
              <InspectionCard inspection={last} site={site} gammaPdc={array.gammaPdc} amendable />
              {beside && items.length > 1 && (
                <div>
                  <InspectionCard inspection={beside} site={site} gammaPdc={array.gammaPdc} />
                  {items.length > 2 && (
                    <Button variant="quiet" onClick={() => setOlder((older + 1) % (items.length - 1))}>
                      another earlier one
                    </Button>
                  )}
                </div>
              )}
            </div>
          )}
          {items.length > 1 && (
            <Suspense fallback={<Waiting />}>
              <GrowthPart array={array} site={site} inspections={items} />
            </Suspense>
          )}
          <DefectsPart inspections={items} siteId={site.id} desk={desk} />
        </>
      )}
    </>
  );
}
