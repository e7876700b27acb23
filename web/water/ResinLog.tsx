import { useRef } from 'react';
import type { ResinView } from '../../contract/water/resin.ts';
import { formatDate, formatQuantity } from '../../words/format.ts';
import { useEndpointMutation, useUnits } from '../api/hooks.ts';
import { newId } from '../api/ids.ts';
import { RetractableLog, whyRetracted } from '../parts/RetractableLog.tsx';
import { Trouble } from '../parts/states.tsx';
import { vesselName } from './vessels.ts';

type Entry = ResinView['entries'][number];
const SHOWN = 40;

/** What was told of the vessels, the newest first. */
export function ResinLog({ view }: { view: ResinView }) {
  const units = useUnits();
  const id = useRef(newId());
  const retract = useEndpointMutation('addResinEntry', () => {
    id.current = newId();
  });
  const told = view.entries.filter(({ kind }) => kind !== 'retracted').slice(0, SHOWN);
  return (
    <section className="panel">
      <h2>Log</h2>
      <Trouble error={retract.error} />
      <RetractableLog
        lines={told.map((entry) => ({
          id: entry.id,
          when: formatDate(entry.at, units),
          by: entry.by,
          words: wordsOf(view, entry, units),
          more: entry.sure && <span className="quiet">asked about, and said to be right</span>,
        }))}
        retracted={whyRetracted(view.entries)}
        onRetract={(entry, reason) =>
          retract.mutate({
            body: { id: id.current, at: new Date().toISOString(), told: { kind: 'retracted', entry, reason } },
          })
        }
      />
    </section>
  );
}

function wordsOf(view: ResinView, entry: Entry, units: ReturnType<typeof useUnits>): string {
  const conductivity = (value: number | null) =>
    value === null ? '' : formatQuantity(value, 'conductivity', units, value < 100 ? 1 : 0);
  if (entry.kind === 'reading') {
    const read = [
      `before ${conductivity(entry.before)}`,
      entry.between !== null && `between ${conductivity(entry.between)}`,
      entry.after !== null && `after ${conductivity(entry.after)}`,
    ].filter(Boolean);
    return `${formatQuantity(entry.litres, 'volume', units, 0)}; ${read.join(', ')}`;
  }
  if (entry.kind === 'rotated') return `lead exchanged, filled with ${entry.fill.media}`;
  if (entry.kind === 'set-up')
    return `set up: ${vesselName(view, entry.lead.vessel)} first${entry.lag ? `, ${vesselName(view, entry.lag.vessel)} second, ${entry.plumbing === 'series' ? 'in series' : 'side by side'}` : ', alone'}`;
  return '';
}
