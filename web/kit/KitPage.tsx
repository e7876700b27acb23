import { useState } from 'react';
import { Button } from 'react-bootstrap';
import type { KitView } from '../../contract/kit/endpoints.ts';
import { useEndpointQuery, useSession } from '../api/hooks.ts';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { KitTabs } from './KitTabs.tsx';
import { ThingForm } from './ThingForm.tsx';
import { ThingList } from './ThingList.tsx';
import { ThingPart } from './ThingPart.tsx';

/** The register of kit: what there is on the left, and on the right the one that is looked at. */
export function KitPage() {
  const kit = useEndpointQuery('readKit');
  return (
    <>
      <div className="desk-head">
        <h1>Kit</h1>
        <KitTabs />
        <span className="quiet aside">What a job takes along is drawn from here the evening before.</span>
      </div>
      {kit.isPending && <Waiting />}
      <Trouble error={kit.error} retry={() => kit.refetch()} />
      {kit.data && <Register view={kit.data} />}
    </>
  );
}

function Register({ view }: { view: KitView }) {
  const desk = useSession().data?.person?.role !== 'crew';
  const [shown, setShown] = useState<string | null>(null);
  const [doing, setDoing] = useState<'new' | 'change' | null>(null);
  const thing = view.things.find(({ id }) => id === shown);
  const show = (id: string) => {
    setShown(id);
    setDoing(null);
  };
  return (
    <div className={`kit ${thing || doing ? 'chosen' : ''}`}>
      <section className="panel kit-list">
        {view.things.length === 0 && (
          <Empty>
            Nothing is entered yet. With poles, brushes, machines and instruments in here, plans go by what there is,
            and each evening says what is missing or due.
          </Empty>
        )}
        {desk && (
          <div className="actions mb-2">
            <Button onClick={() => setDoing('new')}>Enter a thing</Button>
          </div>
        )}
        {view.things.length > 0 && <ThingList things={view.things} shown={shown} onShow={show} />}
      </section>
      <section className="panel">
        {(thing || doing) && (
          <Button
            variant="quiet"
            className="kit-back"
            onClick={() => {
              setShown(null);
              setDoing(null);
            }}
          >
            all kit
          </Button>
        )}
        {doing === 'new' ? (
          <ThingForm key="new" onDone={() => setDoing(null)} onCancel={() => setDoing(null)} />
        ) : thing && doing === 'change' ? (
          <ThingForm key={thing.id} thing={thing} onDone={() => setDoing(null)} onCancel={() => setDoing(null)} />
        ) : thing ? (
          <ThingPart key={thing.id} view={view} thing={thing} onChange={desk ? () => setDoing('change') : undefined} />
        ) : (
          <p className="quiet">Choose a thing to see how it stands, or to tell what happened to it.</p>
        )}
      </section>
    </div>
  );
}
