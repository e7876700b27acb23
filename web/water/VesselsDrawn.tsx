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
    value === null || value === undefined ? 'not read' : formatQuantity(value, 'conductivity', units, 1);
  const series = plumbing === 'series';
  const label = (used: Standing['leadUsed']) =>
    `${formatRange(Math.max(0, 1 - used.p90), Math.min(1, 1 - used.p10), 'fraction', units, 0)} left`;
  const described = `${vesselName(view, lead.vessel)}, lead, ${label(leadUsed)}${lag && lagUsed ? `; ${vesselName(view, lag.vessel)}, ${series ? 'lag' : 'beside it'}, ${label(lagUsed)}` : ''}`;
  return (
    <svg className="vessels" viewBox="0 0 560 250" role="img" aria-label={described}>
      <path d="M10 60H110" className="pipe" />
      <Tank x={110} name={vesselName(view, lead.vessel)} place="lead" used={leadUsed} note={label(leadUsed)} />
      {lag && lagUsed && (
        <>
          {series ? (
            <path d={`M${110 + WIDTH} 190H250V60H310`} className="pipe" />
          ) : (
            <path d={`M60 60V20H290V60H310M${110 + WIDTH} 190H250V236H${310 + WIDTH / 2}`} className="pipe" />
          )}
          <Tank
            x={310}
            name={vesselName(view, lag.vessel)}
            place={series ? 'lag' : 'beside it'}
            used={lagUsed}
            note={label(lagUsed)}
          />
          <path d={`M${310 + WIDTH} 190H540`} className="pipe" />
        </>
      )}
      {!lag && <path d={`M${110 + WIDTH} 190H340`} className="pipe" />}
      <text x="10" y="50" fontSize="14">
        {conductivity(read?.before ?? standing.before)}
      </text>
      {lag && (
        <text x="255" y="140" fontSize="14" textAnchor="middle" className="on-pipe">
          {conductivity(read?.between)}
        </text>
      )}
      <text x={lag ? 550 : 350} y="180" fontSize="14" textAnchor="end" className="on-pipe">
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
      <text x={x + WIDTH / 2} y={top - 10} fontSize="15" textAnchor="middle" fontWeight="700">
        {name}
      </text>
      <text x={x + WIDTH / 2} y={top + 26} fontSize="13" textAnchor="middle">
        {place}
      </text>
      <text x={x + WIDTH / 2} y={top + HEIGHT + 22} fontSize="14" textAnchor="middle">
        {note}
      </text>
    </g>
  );
}
