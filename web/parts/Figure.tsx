import { useState } from 'react';
import { Modal } from 'react-bootstrap';
import type { Reason } from '../../core/reasons.ts';
import type { Units } from '../../core/units/quantities.ts';
import { type QuantityKind, toUnits, unitOf } from '../../core/units/quantities.ts';
import { formatMoney, formatMoneyRange, formatNumber, formatQuantity } from '../../words/format.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency, useSay, useUnits } from '../api/hooks.ts';

/** A value as text in its own kind. */
export function show(
  value: number | null,
  kind: QuantityKind | 'money',
  units: Units,
  currency: string,
  digits?: number,
): string {
  if (kind !== 'money') return formatQuantity(value, kind, units, digits);
  return formatMoney(value === null ? null : value, currency, units, digits ?? moneyDigits(value ?? 0, currency));
}

/** Amounts of a hundred and more are estimates or sums here: no cents. */
const moneyDigits = (value: number, currency: string): number =>
  Math.abs(value) >= 100 * 10 ** minorDigits(currency) ? 0 : minorDigits(currency);

export function showRange(
  low: number,
  high: number,
  kind: QuantityKind | 'money',
  units: Units,
  currency: string,
): string {
  if (kind === 'money') return formatMoneyRange(low, high, currency, units);
  const unit = unitOf(kind, units);
  return `${formatNumber(toUnits(low, kind, units), unit.digits, units)} to ${formatNumber(toUnits(high, kind, units), unit.digits, units)} ${unit.symbol}`;
}

interface FigureProps {
  label: string;
  reason: Reason;
  /** what stands under the figure, after its range where it has one */
  note?: string;
  /** what stands before the value, such as a plus-minus sign */
  sign?: string;
}

/** A computed figure. Clicking it opens its reasons: inputs, formula in words, source, what would change it most. */
export function Figure({ label, reason, note, sign = '' }: FigureProps) {
  const [open, setOpen] = useState(false);
  const units = useUnits();
  const currency = useCurrency();
  const ranged = reason.low !== undefined && reason.high !== undefined;
  return (
    <>
      <button type="button" className="figure-box" onClick={() => setOpen(true)}>
        <span className="label">{label}</span>
        <span className="value">
          {sign}
          {show(reason.value, reason.kind, units, currency, ranged && reason.kind === 'money' ? 0 : undefined)}
        </span>
        <span className="range">
          {ranged && showRange(reason.low ?? 0, reason.high ?? 0, reason.kind, units, currency)}
          {ranged && note && ', '}
          {note}
        </span>
        <span className="why">why this figure</span>
      </button>
      <Modal show={open} onHide={() => setOpen(false)} aria-labelledby="reason-title" centered>
        <Modal.Header closeButton>
          <Modal.Title as="h2" id="reason-title">
            {label}
          </Modal.Title>
        </Modal.Header>
        <Modal.Body>
          <ReasonBody reason={reason} />
        </Modal.Body>
      </Modal>
    </>
  );
}

function ReasonBody({ reason }: { reason: Reason }) {
  const say = useSay();
  const units = useUnits();
  const currency = useCurrency();
  return (
    <>
      <p>
        {say.finding(reason.what)}: <strong>{show(reason.value, reason.kind, units, currency)}</strong>
        {reason.low !== undefined && reason.high !== undefined && (
          <> ({showRange(reason.low, reason.high, reason.kind, units, currency)})</>
        )}
      </p>
      <h3>How</h3>
      <p>{say.finding(reason.formula)}</p>
      <h3>From</h3>
      <table className="table">
        <tbody>
          {reason.inputs.map(({ name, value, kind, assumed }) => (
            <tr key={say.finding(name)}>
              <td>
                {say.finding(name)}
                {assumed && <span className="assumed-mark">assumed</span>}
              </td>
              <td className="number">
                {value === null
                  ? 'none'
                  : typeof value !== 'number'
                    ? say.finding(value)
                    : show(value, kind ?? 'count', units, currency)}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {reason.drivers.length > 0 && (
        <>
          <h3>What would change it most</h3>
          <table className="table">
            <tbody>
              {reason.drivers.map(({ change, becomes }) => (
                <tr key={say.finding(change)}>
                  <td>{say.finding(change)}</td>
                  <td className="number">{show(becomes, reason.kind, units, currency)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
      <p className="quiet mb-0">
        Source: {say.finding(reason.source)}.
        {reason.assumption && ' Rests on assumptions of the house until your own records replace them.'}
      </p>
    </>
  );
}

/** A plain figure without reasons, such as a price that was agreed. */
export function Plain({ label, value, note }: { label: string; value: string; note?: string }) {
  return (
    <div className="figure-box">
      <span className="label">{label}</span>
      <span className="value">{value}</span>
      <span className="range">{note}</span>
    </div>
  );
}
