/** How every axis of a chart is drawn; 12 px at the size at which a chart is shown. */
export const AXIS = { tick: { fill: 'var(--quiet)', fontSize: 12 }, stroke: 'var(--rule-strong)' };
