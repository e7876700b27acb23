import { useSay } from '../api/hooks.ts';
import type { Happen } from '../field/happen.ts';
import type { Job } from '../outbox/index.ts';
import { Drawn } from './Drawn.tsx';

/** The evening before: what has to be in the van, each with the reason it is on the list. */
export function FieldKit({ job, packed, happen }: { job: Job; packed: Record<string, boolean>; happen: Happen }) {
  const say = useSay();
  const drawn = new Map((job.drawn ?? []).map((item) => [item.key, item]));
  const missing = job.kit.filter(({ key }) => !packed[key]).length;
  return (
    <main>
      <div className="field-card pb-0">
        <h1 className="verb">Pack</h1>
        <p className="sentence">
          {missing === 0 ? 'All of it is in the van.' : `${missing} of ${job.kit.length} still to pack.`}
        </p>
      </div>
      <address className="field-where">
        <b>{job.customer.name}</b>
        <span>{job.site.place || 'no address given'}</span>
        {job.customer.phone && <a href={`tel:${job.customer.phone.replace(/[^+0-9]/g, '')}`}>{job.customer.phone}</a>}
      </address>
      {job.kit.map(({ key, label, because }) => (
        <div className="kit-line" key={key}>
          <input
            className="form-check-input"
            type="checkbox"
            id={`kit-${key}`}
            checked={packed[key] ?? false}
            onChange={(event) => void happen({ kind: 'kit', item: key, packed: event.target.checked })}
          />
          <label htmlFor={`kit-${key}`}>
            {say.finding(label)}
            <Drawn item={drawn.get(key)} />
            <small>{say.finding(because)}</small>
          </label>
        </div>
      ))}
    </main>
  );
}
