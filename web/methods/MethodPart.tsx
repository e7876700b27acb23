import { lazy } from 'react';
import { Link } from 'react-router';
import type { ArrayOverrides } from '../../contract/methods/endpoints.ts';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import type { ArrayPlan } from '../../core/planning/plan.ts';
import { type PlanInput, rulesOf } from '../../core/planning/visit.ts';
import { ACCESS_WORDS, RUNG_WORDS } from '../../words/en/labels.ts';
import { REFUSAL_WORDS } from '../../words/en/rules.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useSay, useUnits } from '../api/hooks.ts';
import { FittingsPlanned } from '../fittings/FittingsPlanned.tsx';
import { Choice } from '../parts/Choice.tsx';
import { Overrule } from '../parts/Overrule.tsx';
import { pairs } from '../parts/pairs.ts';
import type { PlanPartProps } from './planPart.ts';
import { SectionPart } from './SectionPart.tsx';
import { WaysPart } from './WaysPart.tsx';

const CoatingBeside = lazy(() => import('../fittings/CoatingBeside.tsx'));

const YES_OR_NO = [
  ['yes', 'yes'],
  ['no', 'no'],
] as const;

/** Method, brush, pole, pace and the escalation ladder of each array, then whether to isolate first. */
export function MethodPart({
  plan,
  onOverrule,
  busy,
  arrays = [],
}: PlanPartProps & { arrays?: readonly SolarArray[] }) {
  const { output, overrides } = plan;
  const several = output.arrays.length > 1;
  return (
    <>
      {output.arrays.map((array) => (
        <section key={array.arrayId} className={several ? 'mb-3' : ''} aria-label={array.name}>
          {several && <h4>{array.name}</h4>}
          <ArrayMethod
            array={array}
            solarArray={arrays.find(({ id }) => id === array.arrayId)}
            plan={plan}
            several={several}
            input={comparable(plan.input)}
            overrides={overrides.arrays?.[array.arrayId] ?? {}}
            busy={busy}
            onChange={
              onOverrule &&
              ((own) => onOverrule({ ...overrides, arrays: withOwn(overrides.arrays ?? {}, array.arrayId, own) }))
            }
          />
        </section>
      ))}
      <Choice
        what="Isolate first"
        value={output.isolate ? 'yes' : 'no'}
        because="On by default; local rules and the maker’s manual come first. DC stays live while the sun shines."
        overruled={overrides.isolate}
        recommended="yes"
      >
        {onOverrule && (
          <Overrule
            what="isolating first"
            options={YES_OR_NO}
            current={output.isolate ? 'yes' : 'no'}
            busy={busy}
            onOverrule={(value, reason) => onOverrule({ ...overrides, isolate: { value: value === 'yes', reason } })}
            onWithdraw={overrides.isolate && (() => onOverrule({ ...overrides, isolate: undefined }))}
          />
        )}
      </Choice>
    </>
  );
}

/** What a plan was made from, where it holds all that ways are compared by: the first calculations kept no courses. */
function comparable(input: object): PlanInput | null {
  const { arrays } = input as Partial<PlanInput>;
  return arrays?.every(({ courses }) => courses !== undefined) ? (input as PlanInput) : null;
}

/** The overrides of all arrays with those of one put in place; undefined where none is left. */
function withOwn(all: Record<string, ArrayOverrides>, arrayId: string, own: ArrayOverrides) {
  const { [arrayId]: _before, ...others } = all;
  const standing = Object.values(own).some((entry) => entry !== undefined);
  const next = standing ? { ...others, [arrayId]: own } : others;
  return Object.keys(next).length > 0 ? next : undefined;
}

interface ArrayMethodProps {
  array: ArrayPlan;
  /** the array as it lies now, where it is at hand: its section is drawn */
  solarArray: SolarArray | undefined;
  input: PlanInput | null;
  plan: PlanPartProps['plan'];
  several: boolean;
  overrides: ArrayOverrides;
  onChange: ((overrides: ArrayOverrides) => void) | undefined;
  busy: boolean;
}

function ArrayMethod({ array, solarArray, plan, input, several, overrides, onChange, busy }: ArrayMethodProps) {
  const say = useSay();
  const units = useUnits();
  const { method } = array;
  const recommended = array.recommended ?? method;
  const metres = (value: number) => formatQuantity(value, 'length', units, 0);
  const pace = (value: number) => `${formatNumber(value, 2, units)} min a module`;
  const named = (what: string) => (several ? `${what}, ${array.name}` : what);
  const way = <K extends Exclude<keyof ArrayOverrides, 'rungs' | 'fittings'>>(key: K) => ({
    busy,
    onOverrule: (value: NonNullable<ArrayOverrides[K]>['value'], reason: string) =>
      onChange?.({ ...overrides, [key]: { value, reason } }),
    onWithdraw: overrides[key] && (() => onChange?.({ ...overrides, [key]: undefined })),
  });
  const soak = method.soakMinutes;
  return (
    <>
      <Choice
        what="Method"
        value={METHOD_WORDS[method.method.choose]}
        because={say.finding(method.method.because)}
        overruled={overrides.method}
        recommended={METHOD_WORDS[recommended.method.choose]}
      >
        {onChange && (
          <Overrule
            what={named('method')}
            options={pairs(METHOD_WORDS)}
            current={method.method.choose}
            {...way('method')}
          />
        )}
      </Choice>
      <p className="quiet mb-1">
        Takes off {formatQuantity(array.takesOff, 'fraction', units, 0)} of the loss now, by what lies there (house
        assumption); {formatQuantity(method.litresPerModule, 'volume', units, 1)} a module.
      </p>
      {input && (
        <WaysPart
          input={input}
          arrayId={array.arrayId}
          beside={onChange && <CoatingBeside plan={plan} arrayId={array.arrayId} />}
          onChoose={
            onChange &&
            (({ way: value, access }, reason) =>
              onChange({
                ...overrides,
                method: { value, reason },
                ...(access === method.access.choose ? {} : { access: { value: access, reason } }),
              }))
          }
          busy={busy}
        />
      )}
      {solarArray && onChange && (
        <p className="quiet">
          <Link to={`/sites/${solarArray.siteId}/spray/${solarArray.id}`}>A spray line beside visits</Link>
        </p>
      )}
      <Choice
        what="Access"
        value={ACCESS_WORDS[method.access.choose]}
        because={say.finding(method.access.because)}
        overruled={overrides.access}
        recommended={ACCESS_WORDS[recommended.access.choose]}
      >
        {onChange && (
          <Overrule
            what={named('access')}
            options={pairs(ACCESS_WORDS)}
            current={method.access.choose}
            {...way('access')}
          />
        )}
      </Choice>
      {solarArray && method.access.choose !== 'hand-height' && (
        <SectionPart array={solarArray} method={method} rules={input ? rulesOf(input) : undefined} />
      )}
      <Choice
        what="Brush"
        value={say.finding(method.brush.choose)}
        because={say.finding(method.brush.because)}
        overruled={overrides.brush}
        recommended={say.finding(recommended.brush.choose)}
      >
        {onChange && (
          <Overrule what={named('brush')} words current={say.finding(method.brush.choose)} {...way('brush')} />
        )}
      </Choice>
      <Choice
        what="Pole"
        value={metres(method.pole.choose)}
        because={say.finding(method.pole.because)}
        overruled={overrides.pole}
        recommended={metres(recommended.pole.choose)}
      >
        {onChange && <Overrule what={named('pole')} kind="length" current={method.pole.choose} {...way('pole')} />}
      </Choice>
      <Choice
        what="Pace"
        value={pace(method.minutesPerModule)}
        because={[
          say.finding(method.minutesBecause),
          soak.choose > 0 && `Soak ${soak.choose} min first.`,
          say.finding(soak.because),
        ]
          .filter(Boolean)
          .join(' ')}
        overruled={overrides.minutesPerModule}
        recommended={pace(recommended.minutesPerModule)}
      >
        {onChange && (
          <Overrule
            what={named('pace')}
            kind="minutes"
            unit="minutes a module"
            current={method.minutesPerModule}
            {...way('minutesPerModule')}
          />
        )}
      </Choice>
      <Ladder array={array} named={named} overrides={overrides} onChange={onChange} busy={busy} />
      {onChange && <FittingsPlanned plan={plan} arrayId={array.arrayId} overrides={overrides} />}
    </>
  );
}

/** The conditions that a rung hangs on, the ones that stand in its way first, and how to find out what nobody has said. */
function Conditions({ conditions }: { conditions: ArrayPlan['method']['escalation'][number]['conditions'] }) {
  if (conditions.length === 0) return null;
  const of = (met: boolean | null) => conditions.filter((one) => one.met === met);
  const [not, unknown, met] = [of(false), of(null), of(true)];
  return (
    <details className="conditions">
      <summary>
        {[
          not.length > 0 && `${not.length} not met`,
          unknown.length > 0 && `${unknown.length} not known`,
          `${met.length} met`,
        ]
          .filter(Boolean)
          .join(', ')}
      </summary>
      <ul className="conditions-list">
        {not.map(({ rule }) => (
          <li key={rule}>
            <strong>Not met:</strong> {REFUSAL_WORDS[rule].needs}.{' '}
            <span className="quiet">{REFUSAL_WORDS[rule].findOut}</span>
          </li>
        ))}
        {unknown.map(({ rule }) => (
          <li key={rule}>
            <strong>Not known:</strong> {REFUSAL_WORDS[rule].needs}.{' '}
            <span className="quiet">{REFUSAL_WORDS[rule].findOut}</span>
          </li>
        ))}
        {met.length > 0 && (
          <li className="quiet">Met: {met.map(({ rule }) => REFUSAL_WORDS[rule].needs).join('; ')}.</li>
        )}
      </ul>
    </details>
  );
}

function Ladder({
  array,
  named,
  overrides,
  onChange,
  busy,
}: Omit<ArrayMethodProps, 'several' | 'input' | 'solarArray' | 'plan'> & { named: (what: string) => string }) {
  const say = useSay();
  const { rungs } = overrides;
  return (
    <table className="table mt-1">
      <thead>
        <tr>
          <th>Escalation</th>
          <th>Here</th>
          <th>Because, and mind</th>
          {onChange && (
            <th>
              <span className="visually-hidden">Overrule</span>
            </th>
          )}
        </tr>
      </thead>
      <tbody>
        {array.method.escalation.map(({ rung, use, because, caution, modules, conditions }) => (
          <tr key={rung}>
            <td>{RUNG_WORDS[rung]}</td>
            <td className={`text-nowrap ${use ? 'fw-bold' : 'quiet'}`}>
              {use ? 'yes' : 'not here'}
              {use && modules !== null && (
                <span className="d-block fw-normal">
                  {modules === array.modules ? 'all modules' : `${modules} of ${array.modules}`}
                </span>
              )}
            </td>
            <td>
              {rungs?.[rung] && <div className="overruled">Overruled: {rungs[rung]?.reason}</div>}
              {say.finding(because)} {use && <span className="quiet">{say.finding(caution)}</span>}
              <Conditions conditions={conditions} />
            </td>
            {onChange && (
              <td className="text-end">
                <Overrule
                  what={named(RUNG_WORDS[rung])}
                  options={YES_OR_NO}
                  current={use ? 'yes' : 'no'}
                  busy={busy}
                  onOverrule={(value, reason) =>
                    onChange({ ...overrides, rungs: { ...rungs, [rung]: { value: value === 'yes', reason } } })
                  }
                  onWithdraw={
                    rungs?.[rung] && (() => onChange({ ...overrides, rungs: { ...rungs, [rung]: undefined } }))
                  }
                />
              </td>
            )}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
