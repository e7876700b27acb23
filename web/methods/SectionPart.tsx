import { useId, useState } from 'react';
import type { SolarArray } from '../../contract/sites/endpoints.ts';
import { EAVE_OVERHANG, HAND_HEIGHT, NECK, STAND_OFF } from '../../core/assumptions.ts';
import type { MethodPlan } from '../../core/planning/choose.ts';
import { momentAtHands, reachByHand, reachUpTheSlope } from '../../core/reach/fromGround.ts';
import { DEFAULT_CLEARANCE, type Reach } from '../../core/reach/reach.ts';
import { reachMap } from '../../core/reach/reachMap.ts';
import { HOUSE_RULES, type MethodRules } from '../../core/rules/rules.ts';
import { slopeOf } from '../../core/sites/section.ts';
import { radians } from '../../core/units/angles.ts';
import { REACHED_FROM_WORDS } from '../../words/en/labels.ts';
import { formatNumber, formatQuantity } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { RoofDrawing } from '../parts/RoofDrawing.tsx';

interface SectionPartProps {
  array: SolarArray;
  method: MethodPlan;
  rules: MethodRules | undefined;
}

/** The section of a face to scale: where one stands, how long the pole must be, and what stays out of reach. */
export function SectionPart(props: SectionPartProps) {
  const [open, setOpen] = useState(false);
  return (
    <details className="mb-2" onToggle={(event) => setOpen(event.currentTarget.open)}>
      <summary>The section, and what a pole reaches</summary>
      {open && <Section {...props} />}
    </details>
  );
}

function Section({ array, method, rules = HOUSE_RULES }: SectionPartProps) {
  const units = useUnits();
  const id = useId();
  const longest = rules.limits['longest-pole'];
  const map = reachMap(array, longest);
  const first = map.furthest?.from === 'eave' ? map.furthest.standOff : (STAND_OFF.least + STAND_OFF.most) / 2;
  const [standOff, setStandOff] = useState(first);
  const metres = (value: number, digits = 1) => formatQuantity(value, 'length', units, digits);
  const slope = slopeOf(array);
  const face = { eaveHeight: array.eaveHeight, surfaceTilt: array.tilt, longest };
  const reached = reachUpTheSlope(face, standOff, slope.farEdge);
  const far = poleTo(array, standOff, slope.farEdge, longest);
  const { head } = rules.ways[method.ways[0] ?? 'fed-pole'];
  const pole = Math.min(longest, far.poleLength ?? longest);
  const there = array.rows * array.columns - array.missing.length;
  const used = [...new Set(map.modules.flatMap((one) => (one ? [one.from] : [])))];
  return (
    <div className="section-part">
      <Drawn array={array} slope={slope} standOff={standOff} reached={reached} far={far} longest={longest} />
      <label htmlFor={id} className="form-label">
        Stand {metres(standOff)} off the wall
      </label>
      <input
        id={id}
        type="range"
        className="form-range"
        min={STAND_OFF.least}
        max={STAND_OFF.most}
        step={0.25}
        value={standOff}
        onChange={(event) => setStandOff(Number(event.target.value))}
      />
      <p>
        {far.reachable && far.poleLength !== null
          ? `From there ${metres(far.poleLength)} of pole reach the far edge${(far.lift ?? 0) > 0 ? `, the last ${formatNumber(Math.ceil((far.lift ?? 0) * 100), 0, units)} cm by an angled neck` : ''}.`
          : reached > 0
            ? `From there a pole reaches ${metres(reached)} up the slope of ${metres(slope.farEdge)}; the rest is hatched.`
            : 'From there a pole reaches nothing: the eave is in its way.'}{' '}
        <span className="quiet">
          Poles up to {metres(longest, 0)}, an angled neck of {metres(NECK)}, hands at {metres(HAND_HEIGHT)}, an eave
          overhang of {metres(EAVE_OVERHANG)} (house assumptions). Held out level, {metres(pole, 0)} of pole with a head
          of {formatQuantity(head, 'mass', units, 1)} pull at the hands with about{' '}
          {formatNumber(momentAtHands(head, pole), 0, units)} N·m.
        </span>
      </p>
      {map.out.length === 0 ? (
        <p>
          All {formatNumber(there, 0, units)} modules are within reach{' '}
          {used.map((from) => REACHED_FROM_WORDS[from]).join(', ')}
          {map.drawn ? ', from the places drawn' : ', wherever one may stand: no place is drawn yet'}.
        </p>
      ) : (
        <>
          <p>
            <strong>
              {formatNumber(map.out.length, 0, units)} of {formatNumber(there, 0, units)} modules are out of reach
            </strong>{' '}
            {map.drawn ? 'from the places drawn' : 'from anywhere before the eave'}: hatched.
          </p>
          <RoofDrawing array={array} beyond={map.out} />
        </>
      )}
      <p className="quiet">
        Overhead lines, brittle roofs, bare conductors and pole work from a ladder stop the work, whatever is reached.
      </p>
    </div>
  );
}

const poleTo = ({ eaveHeight, tilt }: SolarArray, standOff: number, slopeDistance: number, longest: number): Reach =>
  reachByHand({ eaveHeight, roofTilt: tilt, standOff, slopeDistance }, longest);

interface DrawnProps {
  array: SolarArray;
  slope: ReturnType<typeof slopeOf>;
  standOff: number;
  reached: number;
  far: Reach;
  longest: number;
}

/** Metres as they are, up the page for up: the ground, the wall, the roof with its modules, and the pole. */
function Drawn({ array, slope, standOff, reached, far, longest }: DrawnProps) {
  const units = useUnits();
  const tilt = radians(array.tilt);
  const at = (along: number) => ({
    x: -EAVE_OVERHANG + along * Math.cos(tilt),
    y: -(array.eaveHeight + along * Math.sin(tilt)),
  });
  const [eave, ridge, low, high] = [at(0), at(slope.ridge), at(slope.strip), at(slope.farEdge)];
  const [left, right] = [-STAND_OFF.most - 1, Math.max(ridge.x, 0) + 1];
  const top = Math.min(ridge.y, -HAND_HEIGHT) - 1;
  const size = Math.max(0.3, (right - left) / 34);
  const hands = { x: -standOff, y: -HAND_HEIGHT };
  const brush = at(far.reachable ? slope.farEdge : reached);
  const pole = poleTo(array, standOff, far.reachable ? slope.farEdge : reached, longest);
  const bent = (pole.lift ?? 0) > 0;
  const rise = array.eaveHeight + DEFAULT_CLEARANCE - HAND_HEIGHT;
  const angle = Math.atan2(rise, standOff - EAVE_OVERHANG);
  const end = bent
    ? {
        x: hands.x + (pole.poleLength ?? 0) * Math.cos(angle),
        y: hands.y - (pole.poleLength ?? 0) * Math.sin(angle),
      }
    : brush;
  const path = (...points: { x: number; y: number }[]) => `M${points.map(({ x, y }) => `${x} ${y}`).join('L')}`;
  const label = (x: number, y: number, text: string, anchor: 'start' | 'middle' | 'end' = 'middle') => (
    <text x={x} y={y} fontSize={size} textAnchor={anchor} fill="var(--ink)">
      {text}
    </text>
  );
  const metres = (value: number) => formatQuantity(value, 'length', units, 1);
  return (
    <svg
      viewBox={`${left} ${top} ${right - left} ${-top + 1}`}
      role="img"
      aria-label={`Section: eave at ${metres(array.eaveHeight)}, modules up to ${metres(slope.farEdge)} up the slope, a person ${metres(standOff)} off the wall`}
    >
      <path d={`M${left} 0H${right}`} stroke="var(--rule-strong)" strokeWidth="0.08" />
      <path d={path({ x: 0, y: 0 }, { x: 0, y: eave.y })} stroke="var(--rule-middle)" strokeWidth="0.1" />
      <path d={path(eave, ridge)} stroke="var(--rule-strong)" strokeWidth="0.14" />
      <path d={path(low, high)} stroke="var(--water)" strokeWidth="0.22" />
      {!far.reachable && (
        <path
          d={path(at(Math.max(slope.strip, reached)), high)}
          stroke="var(--ink)"
          strokeWidth="0.22"
          strokeDasharray="0.12 0.1"
        />
      )}
      <circle cx={hands.x} cy={-1.62} r="0.13" fill="var(--ink)" />
      <path
        d={`M${hands.x} -1.5V-0.75M${hands.x} -0.75l-0.2 0.75M${hands.x} -0.75l0.2 0.75M${hands.x} -1.4l0.25 -0.1`}
        stroke="var(--ink)"
        strokeWidth="0.08"
        fill="none"
      />
      {reached > 0 && (
        <>
          <path d={path(hands, end)} stroke="var(--heed)" strokeWidth="0.07" />
          {bent && <path d={path(end, brush)} stroke="var(--heed)" strokeWidth="0.07" strokeDasharray="0.14 0.08" />}
        </>
      )}
      {label(hands.x, 0.75, metres(standOff))}
      {label(eave.x - 0.15, eave.y - 0.2, `eave ${metres(array.eaveHeight)}`, 'end')}
      {label(ridge.x, ridge.y - 0.25, 'ridge', 'end')}
    </svg>
  );
}
