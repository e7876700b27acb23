import { useState } from 'react';
import { Button } from 'react-bootstrap';
import { EFFECTIVENESS } from '../../core/assumptions.ts';
import { REMEDIES, type RemedyInput, type RemedyKey, withRemedy } from '../../core/soiling/remedies.ts';
import type { YearsAheadSetup } from '../../core/soiling/yearsAhead.ts';
import { formatMoney, formatNumber, formatQuantity, minorDigits } from '../../core/units/format.ts';
import { keepDraft, readDraft } from '../api/drafts.ts';
import { useCurrency, useGlass } from '../api/hooks.ts';
import { BenchNumber } from '../bench/BenchNumber.tsx';
import { useNewest, useWorker } from '../bench/useBench.ts';
import { Trouble, Waiting } from '../parts/states.tsx';

const REMEDY_WORDS: Record<RemedyKey, string> = {
  trim: 'Trim what overhangs',
  deterrent: 'Bird deterrent',
  'drain-clip': 'Drain clips at the low point',
  gutter: 'Gutter above the modules',
  coating: 'Coating on the glass',
  tilt: 'Steeper frames',
  wait: 'The works next door, once they are over',
};
/** Of each a first cost in whole units of the currency, until the contractor says his own. */
const FIRST_COST: Record<RemedyKey, number> = {
  trim: 1500,
  deterrent: 6000,
  'drain-clip': 1200,
  gutter: 5000,
  coating: 8000,
  tilt: 20_000,
  wait: 0,
};

interface RemediesPartProps {
  setup: YearsAheadSetup;
  /** minor units */
  valuePerKWh: number;
  arrayId: string;
}

/** What can be done about the causes: what each changes, saves and costs, and how many visits it spares. */
export function RemediesPart({ setup, valuePerKWh, arrayId }: RemediesPartProps) {
  const currency = useCurrency();
  const minor = 10 ** minorDigits(currency);
  const draft = `remedies.${arrayId}`;
  const [costs, setCosts] = useState<Record<RemedyKey, number>>(() => ({ ...FIRST_COST, ...readDraft(draft) }));
  const [visitCost, setVisitCost] = useState(1500);
  const [asked, setAsked] = useState<RemedyInput | null>(null);
  const here = REMEDIES.filter((key) => withRemedy(setup, key) !== null);
  const input: RemedyInput = {
    setup: { ...setup, years: 6 },
    effectiveness: EFFECTIVENESS['fed-pole'],
    visitCost: visitCost * minor,
    valuePerKWh,
    asked: here.map((key) => ({ key, cost: costs[key] * minor })),
  };
  const change = (key: RemedyKey, cost: number) => {
    setCosts({ ...costs, [key]: cost });
    keepDraft(draft, { ...costs, [key]: cost });
  };
  return (
    <>
      <h4 className="mt-3">What can be done about the causes</h4>
      <div className="form-grid">
        <BenchNumber
          label="One visit here"
          suffix={currency}
          value={visitCost}
          min={0}
          max={1e7}
          onValue={setVisitCost}
        />
        {here
          .filter((key) => key !== 'wait')
          .map((key) => (
            <BenchNumber
              key={key}
              label={REMEDY_WORDS[key]}
              suffix={currency}
              value={costs[key]}
              min={0}
              max={1e8}
              onValue={(cost) => change(key, cost)}
            />
          ))}
      </div>
      <Button variant="outline-primary" className="mb-2" onClick={() => setAsked(input)}>
        Compare them
      </Button>
      {asked && <Compared input={asked} stale={JSON.stringify(asked) !== JSON.stringify(input)} />}
    </>
  );
}

function Compared({ input, stale }: { input: RemedyInput; stale: boolean }) {
  const glass = useGlass();
  const currency = useCurrency();
  const worker = useWorker();
  const { answer, error, busy } = useNewest((next: RemedyInput) => worker.get().remedies(next), input);
  const money = (amount: number) => formatMoney(Math.round(amount), currency, glass, 0);
  if (error) return <Trouble error={error} />;
  if (answer === null || busy) return <Waiting what="Drawing each of them over ten years" />;
  return (
    <>
      {stale && <div className="notice plain">Something above was changed since. Compare again.</div>}
      <table className="table remedies">
        <thead>
          <tr>
            <th>Remedy</th>
            <th className="number">Saves a year</th>
            <th className="number">Visits a year</th>
            <th className="number part">Pays back</th>
            <th className="number">Net, a year</th>
          </tr>
        </thead>
        <tbody>
          {answer.remedies.map(({ key, changes, savedEnergy, savedValue, visits, payback, net, life }) => (
            <tr key={key}>
              <td>
                {REMEDY_WORDS[key]}
                <div className="quiet">
                  {changes}
                  {life !== null && `; lasts about ${life} years`}.
                </div>
              </td>
              <td className="number">
                {formatQuantity(savedEnergy, 'energy', glass)}
                <div className="range">{money(savedValue)}</div>
              </td>
              <td className="number">
                {visits.before === visits.after ? visits.after : `${visits.before} → ${visits.after}`}
              </td>
              <td className="number part">{payback === null ? 'never' : `${formatNumber(payback, 1, glass)} years`}</td>
              <td className="number">{money(net)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="quiet">
        {answer.remedies.every(({ net }) => net < 0)
          ? 'None of them pays here. '
          : 'Net: what dirt and visits cost less with it, less its own cost over its life. '}
        What each changes is a house assumption. Leave a row without it and compare at later visits. Work above ground
        and anything fixed to a roof or frame: local rules, the maker’s word on the warranty, and a competent person.
      </p>
    </>
  );
}
