import { FITTED_KINDS, type FittedKind } from '../../core/fittings/kinds.ts';
import type { FittingPlanned } from '../../core/planning/fitting.ts';
import { EACH_WORDS, FITTING_VERDICT_WORDS, fittingQuantity } from '../../words/en/fittings.ts';
import { FITTED_WORDS } from '../../words/en/labels.ts';
import { formatMoney, formatNumber, formatQuantity, formatRange } from '../../words/format.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';

interface FittingsComparedProps {
  found: readonly FittingPlanned[];
  /** kinds that nobody has priced yet */
  unpriced: readonly FittedKind[];
  /** kinds that are in the plan */
  planned: readonly FittedKind[];
  shown: FittedKind;
  onShow: (kind: FittedKind) => void;
  taxRate: number;
}

/** Every kind of fitting beside the others: what it takes, what it costs, what it is worth, and whether it pays. */
export function FittingsCompared({ found, unpriced, planned, shown, onShow, taxRate }: FittingsComparedProps) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  const money = (amount: number) => formatMoney(amount, currency, units, 0);
  const own = found.find(({ kind }) => kind === shown);
  return (
    <>
      <table className="table row-cards">
        <thead>
          <tr>
            <th>Fitting</th>
            <th className="number">Takes</th>
            <th className="number">Costs, with tax</th>
            <th className="number">Saves over its years</th>
            <th>Says</th>
          </tr>
        </thead>
        <tbody>
          {FITTED_KINDS.map((kind) => found.find((one) => one.kind === kind) ?? kind).map((one) =>
            typeof one === 'string' ? (
              <tr key={one} aria-current={one === shown || undefined}>
                <td>
                  <Chooser kind={one} shown={shown} onShow={onShow} />
                </td>
                <td colSpan={4} className="quiet">
                  no rows are named for it
                </td>
              </tr>
            ) : (
              <tr
                key={one.kind}
                aria-current={one.kind === shown || undefined}
                className={one.kind === shown ? 'chosen' : ''}
              >
                <td>
                  <Chooser kind={one.kind} shown={shown} onShow={onShow} />
                  {planned.includes(one.kind) && <b className="d-block">in the plan</b>}
                </td>
                <td className="number" data-label="Takes">
                  {fittingQuantity(one, say)}
                  <span className="quiet d-block">{formatQuantity(one.minutes, 'minutes', units, 0)}</span>
                </td>
                <td className="number" data-label="Costs">
                  {unpriced.includes(one.kind) ? 'no price yet' : money(one.gross)}
                </td>
                <td className="number" data-label="Saves">
                  {one.changes === null ? 'nothing' : money(one.worth.mid)}
                  {one.changes !== null && (
                    <span className="quiet d-block">{say.moneyRange(one.worth.low, one.worth.high)}</span>
                  )}
                </td>
                <td>{saysOf(one, unpriced.includes(one.kind))}</td>
              </tr>
            ),
          )}
        </tbody>
      </table>
      {own && (
        <>
          {own.changes !== null && (
            <p className={`verdict ${own.stopped || unpriced.includes(shown) ? '' : own.verdict}`} role="status">
              {`${say.finding(own.changes)}, over the whole face: ${formatQuantity(own.savedEnergy.mid, 'energy', units)} a year (${formatRange(own.savedEnergy.low, own.savedEnergy.high, 'energy', units)}).`}{' '}
              {own.quantity > 0 && (
                <>
                  It pays up to {money(Math.max(0, own.worth.mid / (1 + taxRate) - own.access) / own.quantity)} for{' '}
                  {EACH_WORDS[own.unit].split(',')[0]}, before tax
                  {own.life === null ? '.' : `; it lasts about ${formatNumber(own.life, 0, units)} years.`}
                </>
              )}{' '}
              {own.visits.before !== own.visits.after &&
                `Best visits a year of this face: ${own.visits.before} without it, ${own.visits.after} with it.`}
            </p>
          )}
          {own.questions.map((question) => (
            <p className={`notice ${question.code === 'fitting-nobody-climbs' ? '' : 'plain'}`} key={question.code}>
              {say.finding(question)}
            </p>
          ))}
        </>
      )}
    </>
  );
}

/** The name of a kind, which shows it. */
function Chooser({ kind, shown, onShow }: Pick<FittingsComparedProps, 'shown' | 'onShow'> & { kind: FittedKind }) {
  return (
    <button type="button" className="btn btn-quiet ps-0" aria-pressed={kind === shown} onClick={() => onShow(kind)}>
      {FITTED_WORDS[kind]}
    </button>
  );
}

function saysOf(one: FittingPlanned, unpriced: boolean): string {
  if (one.stopped) return one.quantity === 0 ? 'nothing to put up on these rows' : 'nobody gets there';
  if (one.changes === null) return 'has nothing to do';
  return unpriced ? '' : FITTING_VERDICT_WORDS[one.verdict];
}
