import { minorDigits } from '../../words/money.ts';
import { useCurrency } from '../api/hooks.ts';
import { PlainNumber } from './PlainNumber.tsx';

/** The most that is typed as an amount, in the currency itself. */
const MOST = 1e8;

/** An amount outside of a form: typed in the currency of the company, counted in its minor units. With `onEmpty` it may be left empty. */
export function PlainMoney({
  label,
  amount,
  onAmount,
  onEmpty,
}: {
  label: string;
  /** minor units; null where nothing is typed yet */
  amount: number | null;
  onAmount: (amount: number) => void;
  onEmpty?: () => void;
}) {
  const currency = useCurrency();
  const minor = 10 ** minorDigits(currency);
  return (
    <PlainNumber
      label={label}
      suffix={currency}
      value={amount === null ? null : amount / minor}
      min={0}
      max={MOST}
      onValue={(value) => onAmount(Math.round(value * minor))}
      {...(onEmpty && { onEmpty })}
    />
  );
}
