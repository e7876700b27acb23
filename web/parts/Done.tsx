import type { ModuleDone } from '../../core/jobs/progress.ts';

export const DONE_LABELS: Record<ModuleDone, string> = {
  rinsed: 'rinsed',
  brushed: 'brushed',
  bladed: 'bladed',
  'not-reached': 'not reached',
  'come-back': 'come back',
};

export const DONE_FILL: Record<ModuleDone, string> = {
  rinsed: 'var(--water-pale)',
  brushed: 'var(--brushed)',
  bladed: 'var(--bladed)',
  'not-reached': 'var(--not-reached)',
  'come-back': 'var(--come-back)',
};

/** The shape inside a module that something was done to: told apart by form, not by colour alone. */
export function DoneShape({ done, width, height }: { done: ModuleDone; width: number; height: number }) {
  const stroke = { stroke: 'var(--ink-sun)', strokeWidth: 0.11, fill: 'none' };
  const x = width / 2;
  const y = height / 2;
  const r = Math.min(width, height) * 0.27;
  if (done === 'rinsed') return <path d={`M${x} ${y - r}q${r} ${r} 0 ${2 * r}q${-r} ${-r} 0 ${-2 * r}`} {...stroke} />;
  if (done === 'brushed')
    return <path d={`M${x - r} ${y}l${r * 0.7} ${r * 0.8}L${x + r} ${y - r * 0.9}`} {...stroke} />;
  if (done === 'bladed')
    return (
      <path
        d={`M${x - r} ${y + r * 0.5}h${2 * r}M${x - r} ${y - r * 0.1}l${r * 0.6} ${r * 0.6}L${x + r} ${y - r}`}
        {...stroke}
      />
    );
  if (done === 'not-reached')
    return <path d={`M${x - r} ${y - r}l${2 * r} ${2 * r}M${x + r} ${y - r}l${-2 * r} ${2 * r}`} {...stroke} />;
  return (
    <path
      d={`M${x + r} ${y}a${r} ${r} 0 1 1 ${-r} ${-r}l${r * 0.5} ${-r * 0.4}m${-r * 0.5} ${r * 0.4}l${r * 0.5} ${r * 0.5}`}
      {...stroke}
    />
  );
}

export function DoneLegend({ counts }: { counts: Record<ModuleDone | 'left', number> }) {
  return (
    <div className="legend">
      {(Object.keys(DONE_LABELS) as ModuleDone[]).map((done) => (
        <span key={done}>
          <svg
            width="18"
            height="18"
            viewBox="0 0 1 1"
            className="swatch"
            style={{ background: DONE_FILL[done] }}
            aria-hidden="true"
          >
            <DoneShape done={done} width={1} height={1} />
          </svg>
          {counts[done]} {DONE_LABELS[done]}
        </span>
      ))}
      <span>{counts.left} left</span>
    </div>
  );
}
