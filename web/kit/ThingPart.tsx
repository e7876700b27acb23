import { useRef, useState } from 'react';
import { Button } from 'react-bootstrap';
import type { KitView } from '../../contract/kit/endpoints.ts';
import { KIT } from '../../core/kit/things.ts';
import { KIT_STATE_WORDS, KIT_WORDS } from '../../words/en/kit.ts';
import { formatDate, formatMoney, formatNumber, formatQuantity } from '../../words/format.ts';
import { useCurrency, useEndpointMutation, useSay, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { RetractableLog, whyRetracted } from '../parts/RetractableLog.tsx';
import { Trouble } from '../parts/states.tsx';
import { PaybackPart } from './PaybackPart.tsx';
import { TellForm, type Telling } from './TellForm.tsx';
import { type Thing, useMeasures } from './ThingList.tsx';

const SHOWN = 20;

/** One thing: how it stands, what is to be seen to, what happened to it, and whether it pays to own it. */
export function ThingPart({
  view,
  thing,
  onChange,
}: {
  view: KitView;
  thing: Thing;
  onChange: (() => void) | undefined;
}) {
  const say = useSay();
  const measures = useMeasures();
  const [telling, setTelling] = useState<Telling | null>(null);
  const { check, calibrate } = KIT[thing.kind];
  const done = () => setTelling(null);
  const button = (kind: Telling, label: string) => (
    <Button variant="outline-primary" onClick={() => setTelling(kind)}>
      {label}
    </Button>
  );
  return (
    <>
      <div className="d-flex gap-3 align-items-baseline">
        <h2>{thing.name}</h2>
        <span className="quiet">
          {KIT_WORDS[thing.kind]}
          {measures(thing) && `, ${measures(thing)}`}
        </span>
        {onChange && (
          <Button variant="quiet" className="ms-auto" onClick={onChange}>
            change
          </Button>
        )}
      </div>
      {thing.due.map((due) => (
        <p className={`notice ${due.code.endsWith('-due') ? 'plain' : ''}`} key={due.code}>
          {say.finding(due)}
        </p>
      ))}
      <Figures thing={thing} />
      {telling === null ? (
        <div className="actions my-2">
          {check !== null && button('checked', 'It was checked')}
          {calibrate !== null && button('calibrated', 'It was calibrated')}
          {button('state', 'Its state')}
          {button('moved', 'Where it is')}
        </div>
      ) : (
        <TellForm key={telling} thing={thing} kind={telling} onDone={done} />
      )}
      <Log view={view} thing={thing} />
      {onChange && KIT[thing.kind].measures.length > 0 && <PaybackPart thing={thing} />}
    </>
  );
}

function Figures({ thing }: { thing: Thing }) {
  const units = useUnits();
  const currency = useCurrency();
  const { uncertainty: kind } = KIT[thing.kind];
  const rows: [string, string][] = [
    ['State', KIT_STATE_WORDS[thing.state]],
    ['Where', thing.where || 'nobody said'],
    ...(thing.nextCheck ? [['Next check', formatDate(thing.nextCheck, units)] as [string, string]] : []),
    ...(thing.nextCalibration
      ? [['Next calibration', formatDate(thing.nextCalibration, units)] as [string, string]]
      : []),
    ...(kind
      ? [
          [
            'Standard uncertainty',
            thing.uncertainty === null ? 'the house’s' : formatQuantity(thing.uncertainty, kind, units, 2),
          ] as [string, string],
        ]
      : []),
    ...(thing.wear === null
      ? []
      : [['Worked with it', `${formatNumber(thing.modules, 0, units)} modules`] as [string, string]]),
    ['Used in the last year', `${formatNumber(thing.days, 0, units)} days`],
    ...(thing.price == null
      ? []
      : [
          [thing.held === 'hired' ? 'Hire, a day' : 'Price paid', formatMoney(thing.price, currency, units, 0)] as [
            string,
            string,
          ],
        ]),
  ];
  return (
    <dl className="resin-figures">
      {rows.map(([label, value]) => (
        <div key={label}>
          <dt>{label}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** What was told of a thing, the newest first. */
function Log({ view, thing }: { view: KitView; thing: Thing }) {
  const units = useUnits();
  const id = useRef(newId());
  const retract = useEndpointMutation('addKitEntry', () => {
    id.current = newId();
  });
  const all = view.entries.filter((entry) => entry.thing === thing.id);
  const told = all.filter(({ kind }) => kind !== 'retracted').slice(0, SHOWN);
  if (told.length === 0) return null;
  return (
    <>
      <h3>What happened to it</h3>
      <Trouble error={retract.error} />
      <RetractableLog
        lines={told.map((entry) => ({
          id: entry.id,
          when: formatDate('on' in entry ? entry.on : entry.at, units),
          by: entry.by,
          words: wordsOf(entry, thing, units),
        }))}
        retracted={whyRetracted(all)}
        onRetract={(entry, reason) =>
          retract.mutate({
            params: { id: thing.id },
            body: { id: id.current, at: new Date().toISOString(), told: { kind: 'retracted', entry, reason } },
          })
        }
      />
    </>
  );
}

function wordsOf(entry: KitView['entries'][number], { kind }: Thing, units: ReturnType<typeof useUnits>): string {
  const noted = (words: string, note: string) => (note ? `${words}: ${note}` : words);
  const { uncertainty } = KIT[kind];
  switch (entry.kind) {
    case 'checked':
      return noted(entry.passed ? 'checked, in order' : 'checked, not in order', entry.note);
    case 'calibrated':
      return noted(
        entry.uncertainty !== null && uncertainty
          ? `calibrated, ${formatQuantity(entry.uncertainty, uncertainty, units, 2)}`
          : 'calibrated',
        entry.note,
      );
    case 'state':
      return noted(KIT_STATE_WORDS[entry.state], entry.note);
    case 'moved':
      return `moved to: ${entry.where}`;
    case 'retracted':
      return '';
  }
}
