import type { ResinView } from '../../contract/water/resin.ts';
import { formatQuantity, formatRange } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { type Standing, vesselName } from './vessels.ts';

const WIDTH = 90;
const HEIGHT = 170;

/** The two vessels as they are plumbed, what is left in each, and what was read where. */
export function VesselsDrawn({ view, standing }: { view: ResinView; standing: Standing }) {
  const units = useUnits();
  const { lead, lag, leadUsed, lagUsed, plumbing } = standing;
  const last = view.entries.find((entry) => entry.kind === 'reading');
  const read = last?.kind === 'reading' ? last : null;
  const conductivity = (value: number | null | undefined) =>
    value === null || value === undefined
      ? 'not read'
      : formatQuantity(value, 'conductivity', units, value < 100 ? 1 : 0);
  const series = plumbing === 'series';
  const label = (used: Standing['leadUsed']) => {
    const [least, most] = [Math.max(0, 1 - used.p90), Math.min(1, 1 - used.p10)];
    if (Math.round(least * 100) === Math.round(most * 100)) return `${formatQuantity(most, 'fraction', units, 0)} left`;
    return `${formatRange(least, most, 'fraction', units, 0)} left`;
  };
  const described = `${vesselName(view, lead.vessel)}, lead, ${label(leadUsed)}${lag && lagUsed ? `; ${vesselName(view, lag.vessel)}, ${series ? 'lag' : 'beside it'}, ${label(lagUsed)}` : ''}`;
  return (
    <svg className="vessels" viewBox="0 0 470 250" role="img" aria-label={described}>
      <path d="M5 60H95" className="pipe" />
      <Tank x={95} name={vesselName(view, lead.vessel)} place="lead" used={leadUsed} note={label(leadUsed)} />
      {lag && lagUsed && (
        <>
          {series ? (
            <path d={`M${95 + WIDTH} 190H225V60H265`} className="pipe" />
          ) : (
            <path d={`M50 60V14H245V60H265M${95 + WIDTH} 190H225V243H${400}V190`} className="pipe" />
          )}
          <Tank
            x={265}
            name={vesselName(view, lag.vessel)}
            place={series ? 'lag' : 'beside it'}
            used={lagUsed}
            note={label(lagUsed)}
          />
          <path d={`M${265 + WIDTH} 190H465`} className="pipe" />
        </>
      )}
      {!lag && <path d={`M${95 + WIDTH} 190H300`} className="pipe" />}
      <text x="2" y="48" fontSize="16">
        {conductivity(read?.before ?? standing.before)}
      </text>
      {lag && (
        <text x="225" y="120" fontSize="16" textAnchor="middle" className="on-pipe">
          {conductivity(read?.between)}
        </text>
      )}
      <text x={lag ? 468 : 300} y="178" fontSize="16" textAnchor="end" className="on-pipe">
        {conductivity(read?.after)}
      </text>
    </svg>
  );
}

function Tank({
  x,
  name,
  place,
  used,
  note,
}: {
  x: number;
  name: string;
  place: string;
  used: Standing['leadUsed'];
  note: string;
}) {
  const left = Math.min(1, Math.max(0, 1 - used.p50));
  const top = 40;
  return (
    <g>
      <rect x={x} y={top} width={WIDTH} height={HEIGHT} rx="16" className="tank" />
      <rect
        x={x + 5}
        y={top + 5 + (HEIGHT - 10) * (1 - left)}
        width={WIDTH - 10}
        height={(HEIGHT - 10) * left}
        rx="10"
        className="resin-left"
      />
      <text x={x + WIDTH / 2} y={top - 10} fontSize="18" textAnchor="middle" fontWeight="700">
        {name}
      </text>
      <text x={x + WIDTH / 2} y={top + 26} fontSize="16" textAnchor="middle">
        {place}
      </text>
      <text x={x + WIDTH / 2} y={top + HEIGHT + 24} fontSize="16" textAnchor="middle">
        {note}
      </text>
    </g>
  );
}
