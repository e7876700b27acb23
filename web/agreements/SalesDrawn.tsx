import { type ReactNode, useId } from 'react';
import { Bar, BarChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import type { Sales } from '../../contract/agreements/endpoints.ts';
import { leftShare } from '../../core/quotes/margin.ts';
import { counted } from '../../words/counted.ts';
import { minorDigits } from '../../words/money.ts';
import { useSay } from '../api/hooks.ts';
import { AXIS } from '../parts/axis.ts';
import { monthName } from './monthName.ts';

type Month = Sales['months'][number];

/** A series of a picture: what it is of a month, what it is called, and how its bars are filled. */
interface Series {
  of: (month: Month) => number;
  name: string;
  fill: 'solid' | 'striped' | 'pale';
}

/** The year in four pictures: what became of offers, money, hours, and what was left. */
export default function SalesDrawn({ sales: { months, currency } }: { sales: Sales }) {
  const say = useSay();
  const whole = 10 ** minorDigits(currency);
  const total = (of: (month: Month) => number) => months.reduce((sum, month) => sum + of(month), 0);
  const hours = (of: (month: Month) => number) => `${say.number(total(of), 1)} h`;
  const known = months.filter((month) => leftShare(month) !== null);
  return (
    <div className="sales-drawn">
      <Picture
        title="Offers, by the month in which they went out"
        told={`${counted(
          total(({ won }) => won),
          'offer',
        )} won, ${total(({ lost }) => lost)} lost, ${total(({ waiting }) => waiting)} waiting`}
        months={months}
        stacked
        series={[
          { of: ({ won }) => won, name: 'won', fill: 'solid' },
          { of: ({ lost }) => lost, name: 'lost', fill: 'striped' },
          { of: ({ waiting }) => waiting, name: 'waiting', fill: 'pale' },
        ]}
      />
      <Picture
        title={`Money, ${currency}`}
        told={`${say.money(total(({ earned }) => earned))} earned, ${say.money(total(({ agreed }) => agreed))} agreed`}
        months={months}
        series={[
          { of: ({ earned }) => earned / whole, name: 'earned by washes', fill: 'solid' },
          { of: ({ agreed }) => agreed / whole, name: 'agreed', fill: 'striped' },
        ]}
      />
      <Picture
        title="Hours at the sites, of washes that were timed"
        told={`${hours(({ hoursTaken }) => hoursTaken)} taken of ${hours(({ hoursSold }) => hoursSold)} sold`}
        months={months}
        series={[
          { of: ({ hoursTaken }) => hoursTaken, name: 'taken', fill: 'solid' },
          { of: ({ hoursSold }) => hoursSold, name: 'sold', fill: 'striped' },
        ]}
      />
      <Picture
        title="Left of what was asked before tax, %"
        told={
          known.length === 0
            ? 'not known of any month'
            : known
                .map((month) => `${monthName(month.month)}: ${say.quantity(leftOf(month), 'fraction', 0)}`)
                .join(', ')
        }
        months={months}
        empty={
          known.length === 0 && total(({ earned }) => earned) > 0
            ? 'Not known: say what work costs under Company.'
            : undefined
        }
        series={[{ of: (month) => 100 * leftOf(month), name: 'left', fill: 'solid' }]}
      />
    </div>
  );
}

const leftOf = (month: Month): number => leftShare(month) ?? 0;

interface PictureProps {
  title: string;
  /** the same in words, for whoever does not see it */
  told: string;
  months: readonly Month[];
  series: readonly Series[];
  stacked?: boolean;
  /** what stands in place of a picture of nothing */
  empty?: string | undefined;
}

const FILLS: Record<Exclude<Series['fill'], 'striped'>, string> = { solid: 'var(--water)', pale: 'var(--water-pale)' };

function Picture({ title, told, months, series, stacked = false, empty = 'Nothing yet.' }: PictureProps): ReactNode {
  const say = useSay();
  const stripes = useId();
  const data = months.map((month) => ({
    month: monthName(month.month),
    ...Object.fromEntries(series.map(({ name, of }) => [name, of(month)])),
  }));
  const nothing = months.every((month) => series.every(({ of }) => of(month) === 0));
  return (
    <figure className="panel m-0" aria-label={`${title}: ${told}`}>
      <figcaption>
        <strong>{title}</strong>
        {series.length > 1 && (
          <span className="quiet d-block">{series.map(({ name, fill }) => `${fill}: ${name}`).join(', ')}</span>
        )}
      </figcaption>
      {nothing ? (
        <p className="quiet mb-0">{empty}</p>
      ) : (
        <ResponsiveContainer width="100%" height={150}>
          <BarChart data={data} margin={{ top: 8, right: 4, bottom: 0, left: 0 }} accessibilityLayer={false}>
            <defs>
              <pattern id={stripes} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
                <rect width="6" height="6" fill="var(--card)" />
                <rect width="3" height="6" fill="var(--water-middle)" />
              </pattern>
            </defs>
            <XAxis dataKey="month" {...AXIS} minTickGap={20} tickFormatter={(month: string) => month.slice(0, 3)} />
            <YAxis
              width={52}
              {...AXIS}
              tickFormatter={(value: number) => say.number(value, Number.isInteger(value) ? 0 : 1)}
            />
            {series.map(({ name, fill }) => (
              <Bar
                key={name}
                dataKey={name}
                fill={fill === 'striped' ? `url(#${stripes})` : FILLS[fill]}
                stroke="var(--water)"
                isAnimationActive={false}
                {...(stacked && { stackId: 'one' })}
              />
            ))}
          </BarChart>
        </ResponsiveContainer>
      )}
    </figure>
  );
}
