import type { RoofThing } from '../../contract/sites/drawing.ts';
import type { ThingKind } from '../../core/sites/layout.ts';

export const THING_WORDS: Record<ThingKind, string> = {
  obstacle: 'obstacle',
  walkway: 'walkway',
  stand: 'standing place',
  water: 'water point',
  'spray-line': 'spray line',
};

/** Whether a thing is a point rather than something with an extent. */
export const isPoint = (kind: ThingKind): boolean => kind === 'stand' || kind === 'water';

/** The things of a face drawn in metres: hatched where one cannot go, planked where one walks, a mark where one stands. */
export function RoofThings({
  things,
  shift = { x: 0, y: 0 },
  chosen,
  letters = 0.4,
}: {
  things: readonly RoofThing[];
  shift?: { x: number; y: number };
  chosen?: number | null;
  /** height of the letters, m, so that they can be read on a large roof too */
  letters?: number;
}) {
  return things.map((thing, at) => (
    <g
      // biome-ignore lint/suspicious/noArrayIndexKey: things have no name of their own, and are told apart by their order
      key={at}
      transform={`translate(${thing.x + shift.x} ${thing.y + shift.y})`}
      opacity={chosen === undefined || chosen === null || chosen === at ? 1 : 0.75}
    >
      <title>{thing.label || THING_WORDS[thing.kind]}</title>
      <Shape thing={thing} letters={letters} />
      {chosen === at && (
        <rect
          x="-0.12"
          y="-0.12"
          width={thing.width + 0.24}
          height={thing.height + 0.24}
          fill="none"
          stroke="var(--water)"
          strokeWidth="0.08"
          strokeDasharray="0.2 0.12"
        />
      )}
    </g>
  ));
}

function Shape({ thing: { kind, width, height, label }, letters }: { thing: RoofThing; letters: number }) {
  const middle = { x: width / 2, y: height / 2 + letters * 0.35, size: letters };
  if (kind === 'stand')
    return (
      <>
        <circle r="0.34" fill="var(--card)" stroke="var(--ink)" strokeWidth="0.06" />
        <path
          d="M0 -0.16v0.02M0 -0.06v0.14M0 0.06l-0.1 0.18M0 0.06l0.1 0.18M-0.13 -0.02h0.26"
          stroke="var(--ink)"
          strokeWidth="0.07"
        />
        <Label text={label} x={0} y={0.32 + letters} size={letters} />
      </>
    );
  if (kind === 'water')
    return (
      <>
        <path
          d="M0 -0.36q0.32 0.4 0.32 0.58a0.32 0.32 0 0 1 -0.64 0q0 -0.18 0.32 -0.58z"
          fill="var(--water-pale)"
          stroke="var(--water)"
          strokeWidth="0.06"
        />
        <Label text={label} x={0} y={0.48 + letters} size={letters} />
      </>
    );
  if (kind === 'spray-line') {
    const along = Math.max(width, height);
    const holes = Array.from(
      { length: Math.max(1, Math.min(60, Math.floor(along / 0.5))) },
      (_, at) => at * 0.5 + 0.25,
    );
    const lies = width >= height;
    return (
      <>
        <path d={lies ? `M0 0H${width}` : `M0 0V${height}`} stroke="var(--water)" strokeWidth="0.1" />
        <path
          d={holes
            .map((at) =>
              lies ? `M${at} 0.08l-0.08 0.2M${at} 0.08l0.08 0.2` : `M0.08 ${at}l0.2 -0.08M0.08 ${at}l0.2 0.08`,
            )
            .join('')}
          stroke="var(--water)"
          strokeWidth="0.035"
        />
        <Label text={label || THING_WORDS[kind]} {...middle} {...(lies && { y: -letters * 0.3 })} turned={!lies} />
      </>
    );
  }
  if (kind === 'walkway')
    return (
      <>
        <rect
          width={width}
          height={height}
          fill="var(--shade)"
          stroke="var(--rule-strong)"
          strokeWidth="0.05"
          strokeDasharray="0.24 0.1"
        />
        <Label text={label || 'walkway'} {...middle} turned={height > 2 * width} />
      </>
    );
  const lines = Array.from({ length: Math.min(80, Math.ceil((width + height) / 0.3) - 1) }, (_, at) => (at + 1) * 0.3);
  return (
    <>
      <rect width={width} height={height} fill="var(--shade-deep)" stroke="var(--ink)" strokeWidth="0.05" />
      <path
        d={lines
          .map((d) => {
            const [x, y] = [Math.min(d, width), Math.min(d, height)];
            return `M${x} ${d - x}L${d - y} ${y}`;
          })
          .join('')}
        stroke="var(--rule-middle)"
        strokeWidth="0.035"
        fill="none"
      />
      <Label text={label} {...middle} turned={false} />
    </>
  );
}

function Label({
  text,
  x,
  y,
  size,
  turned = false,
}: {
  text: string;
  x: number;
  y: number;
  size: number;
  turned?: boolean;
}) {
  if (text === '') return null;
  return (
    <text
      x={x}
      y={y}
      fontSize={size}
      textAnchor="middle"
      transform={turned ? `rotate(-90 ${x} ${y - size * 0.35})` : undefined}
      fill="var(--ink)"
      stroke="var(--card)"
      strokeWidth={size * 0.3}
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}
