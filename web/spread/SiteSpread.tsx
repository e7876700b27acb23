import { lazy, Suspense, useDeferredValue, useEffect, useRef, useState } from 'react';
import { Button, Modal } from 'react-bootstrap';
import { Link, useNavigate, useParams, useSearchParams } from 'react-router';
import type { SolarArray, SiteSpread as Spread } from '../../contract/sites/endpoints.ts';
import { STEPS, type StepName } from '../../core/spine/standing.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useCurrency, useEndpointQuery, useSession, useUnits } from '../api/hooks.ts';
import { LookStep } from '../inspections/LookStep.tsx';
import type { Seen } from '../inspections/seen.ts';
import { WashStep } from '../jobs/WashStep.tsx';
import { useKeys } from '../keys/useKeys.ts';
import { RoofDrawing, SoilLegend } from '../parts/RoofDrawing.tsx';
import { Empty, Trouble, Waiting } from '../parts/states.tsx';
import { ReckonStep } from '../reckoning/ReckonStep.tsx';
import { ShowStep } from '../reports/ShowStep.tsx';
import { PailMark, STATE_WORDS } from '../spine/PailMark.tsx';
import { STEP_WORDS, stepFigure } from '../spine/steps.ts';
import { useSpineInSight } from './useSpineInSight.ts';

// What is typed into comes when it is opened, with all that checks it.
const OfferStep = lazy(async () => ({ default: (await import('../quotes/OfferStep.tsx')).OfferStep }));
const PlanStep = lazy(async () => ({ default: (await import('../methods/PlanStep.tsx')).PlanStep }));
const SiteEditor = lazy(async () => ({ default: (await import('../sites/editors.tsx')).SiteEditor }));
const ArrayEditor = lazy(async () => ({ default: (await import('../sites/editors.tsx')).ArrayEditor }));
const WaterReadings = lazy(async () => ({ default: (await import('../water/WaterReadings.tsx')).WaterReadings }));
const WiringEditor = lazy(async () => ({ default: (await import('../sites/WiringEditor.tsx')).WiringEditor }));

const STEP_KEYS = STEPS.map((_, at) => String(at + 1));

const isStep = (word: string | undefined): word is StepName => STEPS.includes(word as StepName);

/** The open ledger: the roof on the left, the working of a step on the right, the spine between them. */
export function SiteSpread() {
  const desk = useSession().data?.person?.role !== 'crew';
  const { id = '', step } = useParams();
  const navigate = useNavigate();
  const spread = useEndpointQuery('readSite', { params: { id } });
  const [arrayId, setArrayId] = useState<string | null>(null);
  const [typed, setSeen] = useState<Seen | null>(null);
  // The roof follows what is typed, and never holds up the typing.
  const seen = useDeferredValue(typed);
  const current: StepName = isStep(step) ? step : nextStep(spread.data);
  const spine = useRef<HTMLElement>(null);
  useSpineInSight(spine, id, spread.data ? current : null);
  useKeys(STEP_KEYS, (key) => navigate(`/sites/${id}/${STEPS[Number(key) - 1]}`));
  if (spread.isPending) return <Waiting what="Opening the ledger" />;
  if (spread.isError) return <Trouble error={spread.error} retry={() => spread.refetch()} />;
  const { arrays } = spread.data;
  const chosen = arrays.find((array) => array.id === arrayId) ?? arrays[0];
  return (
    <div className="spread">
      <section className="page page-left" aria-label="The roof">
        <div className="roof-page">
          <RoofPage spread={spread.data} chosen={chosen} seen={seen} onChoose={setArrayId} />
        </div>
      </section>
      <nav ref={spine} className="spine" aria-label="Steps of the job">
        <div className="steps">
          {STEPS.map((name) => (
            <SpineStep key={name} siteId={id} name={name} spread={spread.data} active={name === current} />
          ))}
        </div>
      </nav>
      <section className="page page-right" aria-label={STEP_WORDS[current]}>
        {desk || !PRICED.includes(current) ? (
          <StepPage step={current} spread={spread.data} array={chosen} onSeen={setSeen} />
        ) : (
          <Empty>
            {STEP_WORDS[current]} is the desk’s: it holds prices. The water, the kit and the way to wash stand in the
            job.
          </Empty>
        )}
      </section>
    </div>
  );
}

/** Steps that are made of prices. */
const PRICED: StepName[] = ['plan', 'offer'];

/** Where the job stands: the first step that is not settled. */
function nextStep(spread: Spread | undefined): StepName {
  return STEPS.find((name) => !['settled', 'overruled'].includes(spread?.spine[name].state ?? '')) ?? 'show';
}

function SpineStep({
  siteId,
  name,
  spread,
  active,
}: {
  siteId: string;
  name: StepName;
  spread: Spread;
  active: boolean;
}) {
  const units = useUnits();
  const currency = useCurrency();
  const { state, figure } = spread.spine[name];
  const link = useRef<HTMLAnchorElement>(null);
  // On a phone the spine is wider than the screen.
  useEffect(() => {
    if (!active) return;
    const frame = requestAnimationFrame(() => {
      const steps = link.current?.parentElement;
      if (!link.current || !steps) return;
      const [all, one] = [steps.getBoundingClientRect(), link.current.getBoundingClientRect()];
      steps.scrollLeft += one.left + one.width / 2 - (all.left + all.width / 2);
    });
    return () => cancelAnimationFrame(frame);
  }, [active]);
  return (
    <Link
      ref={link}
      to={`/sites/${siteId}/${name}`}
      className={active ? 'active' : ''}
      aria-current={active ? 'step' : undefined}
    >
      <PailMark state={state} />
      <span className="word">{STEP_WORDS[name]}</span>
      <span className="figure">{stepFigure(name, figure, units, currency)}</span>
      <span className="state">{STATE_WORDS[state]}</span>
    </Link>
  );
}

function StepPage({
  step,
  spread,
  array,
  onSeen,
}: {
  step: StepName;
  spread: Spread;
  array: SolarArray | undefined;
  onSeen: (seen: Seen | null) => void;
}) {
  if (array === undefined) return <p>This site has no array yet. Add one on the left page.</p>;
  switch (step) {
    case 'look':
      return <LookStep key={array.id} array={array} site={spread.site} onSeen={onSeen} />;
    case 'reckon':
      return <ReckonStep key={array.id} array={array} site={spread.site} />;
    case 'plan':
      return (
        <Suspense fallback={<Waiting />}>
          <PlanStep spread={spread} />
        </Suspense>
      );
    case 'offer':
      return (
        <Suspense fallback={<Waiting />}>
          <OfferStep spread={spread} />
        </Suspense>
      );
    case 'wash':
      return <WashStep spread={spread} />;
    case 'show':
      return <ShowStep spread={spread} />;
  }
}

function RoofPage({
  spread,
  chosen,
  seen,
  onChoose,
}: {
  spread: Spread;
  chosen: SolarArray | undefined;
  seen: Seen | null;
  onChoose: (id: string) => void;
}) {
  const { site, customer, arrays, waterReadings } = spread;
  const units = useUnits();
  const desk = useSession().data?.person?.role !== 'crew';
  const [asked, setEditing] = useEditing();
  const editing = desk || asked === 'water' ? asked : null;
  const close = () => setEditing(null);
  const [water] = waterReadings;
  const titles = {
    site: 'The site',
    array: chosen?.name ?? '',
    wiring: `How ${chosen?.name ?? 'it'} is wired`,
    'new-array': 'Another array',
    water: 'A reading of the water',
  };
  return (
    <>
      <div className="site-head">
        <h1>{site.name}</h1>
        <span>{customer.name}</span>
      </div>
      <dl className="site-facts">
        <div>
          <dt>Place</dt>
          <dd>{site.place || 'not given'}</dd>
        </div>
        {customer.phone && (
          <div>
            <dt>Telephone</dt>
            <dd>
              <a href={`tel:${customer.phone.replace(/[^+0-9]/g, '')}`}>{customer.phone}</a>
            </dd>
          </div>
        )}
        <div>
          <dt>Water</dt>
          <dd>
            {site.waterSource.replace('-', ' ')}
            {water ? `, ${formatNumber(water.conductivity, 0, units)} µS/cm` : ', not read yet'}
            {site.waterLimit === 0 && '; none may be used'}
            {site.waterLimit !== null &&
              site.waterLimit > 0 &&
              `; ${formatQuantity(site.waterLimit, 'volume', units, 0)} a visit at most`}
          </dd>
        </div>
        <div>
          <dt>Run-off to</dt>
          <dd>{site.runOff.replace('-', ' ')}</dd>
        </div>
        {site.groundOnly && (
          <div>
            <dt>Access</dt>
            <dd>from the ground only</dd>
          </div>
        )}
      </dl>
      {arrays.map((array) => (
        <ArrayOnRoof
          key={array.id}
          array={array}
          chosen={array.id === chosen?.id}
          several={arrays.length > 1}
          seen={array.id === chosen?.id ? seen : null}
          onChoose={() => onChoose(array.id)}
        />
      ))}
      <SoilLegend />
      {site.notes && <p className="quiet mb-1">{site.notes}</p>}
      <div className="d-flex flex-wrap gap-1">
        <Button variant="quiet" onClick={() => setEditing('water')}>
          read the water
        </Button>
        <Link className="btn btn-quiet" to={`/sites/${site.id}/records`}>
          weather and energy
        </Link>
        <Link className="btn btn-quiet" to={`/sites/${site.id}/pictures`}>
          pictures
        </Link>
        {desk && (
          <>
            <Button variant="quiet" onClick={() => setEditing('site')}>
              change the site
            </Button>
            {chosen && (
              <Button variant="quiet" onClick={() => setEditing('array')}>
                change {chosen.name}
              </Button>
            )}
            {chosen && (
              <Link className="btn btn-quiet" to={`/sites/${site.id}/drawing/${chosen.id}`}>
                draw {chosen.name}
              </Link>
            )}
            {chosen && (
              <Button variant="quiet" onClick={() => setEditing('wiring')}>
                strings
              </Button>
            )}
            <Button variant="quiet" onClick={() => setEditing('new-array')}>
              add an array
            </Button>
            <a className="btn btn-quiet" href={`/api/sites/${site.id}/export`} download={`${site.name}.json`}>
              export
            </a>
          </>
        )}
      </div>
      <Modal show={editing !== null} onHide={close} size="lg" aria-labelledby="editor-title">
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="editor-title">
            {editing && titles[editing]}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <Suspense fallback={<Waiting what="Opening" />}>
            {editing === 'site' && <SiteEditor site={site} onDone={close} />}
            {editing === 'array' && chosen && <ArrayEditor site={site} array={chosen} onDone={close} />}
            {editing === 'wiring' && chosen && <WiringEditor array={chosen} onDone={close} />}
            {editing === 'new-array' && <ArrayEditor site={site} onDone={close} />}
            {editing === 'water' && <WaterReadings site={site} readings={waterReadings} onDone={close} />}
          </Suspense>
        </Modal.Body>
      </Modal>
    </>
  );
}

const EDITORS = ['site', 'array', 'wiring', 'new-array', 'water'] as const;
type Editing = (typeof EDITORS)[number];

/** Which record of the site is open for a change; the address can ask for one. */
function useEditing(): [Editing | null, (editing: Editing | null) => void] {
  const [search, setSearch] = useSearchParams();
  const asked = search.get('change');
  return [
    EDITORS.find((editor) => editor === asked) ?? null,
    (editing) => setSearch(editing === null ? {} : { change: editing }, { replace: true, preventScrollReset: true }),
  ];
}

function ArrayOnRoof({
  array,
  chosen,
  several,
  seen,
  onChoose,
}: {
  array: SolarArray;
  chosen: boolean;
  several: boolean;
  /** what is being typed, shown in place of the last inspection */
  seen: Seen | null;
  onChoose: () => void;
}) {
  const units = useUnits();
  const inspections = useEndpointQuery('listInspections', { params: { id: array.id }, query: { limit: 2 } });
  const last = inspections.data?.items[0];
  const modules = array.rows * array.columns - array.missing.length;
  const facts = `${modules} × ${formatNumber(array.moduleWatts, 0, units)} W, tilt ${formatNumber(array.tilt, 0, units)}°, ${direction(array.azimuth)}`;
  const head = (
    <>
      <span className="name">{array.name}</span>
      <span className="facts">{facts}</span>
    </>
  );
  return (
    <div className={`roof ${chosen && several ? 'chosen' : ''}`}>
      {several ? (
        <button type="button" className="roof-head" onClick={onChoose} aria-pressed={chosen}>
          {head}
        </button>
      ) : (
        <div className="roof-head">{head}</div>
      )}
      <RoofDrawing
        later
        array={array}
        soils={(seen ?? last)?.soils ?? []}
        patches={(seen ?? last)?.marks ?? []}
        defects={(seen ?? last)?.defects ?? []}
      />
    </div>
  );
}

const DIRECTIONS = ['north', 'north-east', 'east', 'south-east', 'south', 'south-west', 'west', 'north-west'];
const direction = (azimuth: number): string => `facing ${DIRECTIONS[Math.round(azimuth / 45) % 8]}`;
