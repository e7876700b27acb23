import { useController } from 'react-hook-form';
import type { CleaningMethod } from '../../core/assumptions.ts';
import { ACCESS, type Access } from '../../core/reach/access.ts';
import { ACCESS_WORDS } from '../../words/en/labels.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { minorDigits } from '../../words/money.ts';
import { useCurrency } from '../api/hooks.ts';
import { NumberField } from '../parts/fields.tsx';

/** One way as the contractor works it: a row of the table, each cell a field of its own. */
export function WayRow({ way }: { way: CleaningMethod }) {
  const currency = useCurrency();
  const name = METHOD_WORDS[way];
  const at = (field: string) => ({ name: `ways.${way}.${field}`, className: 'cell' });
  const share = (layer: string) => (
    <NumberField {...at(`takes.${layer}`)} label={`${name}: takes off ${layer}`} kind="fraction" digits={0} suffix="" />
  );
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>
        <Tick name={`ways.${way}.have`} label={`We do it: ${name}`} />
      </td>
      <td>
        <From way={way} />
      </td>
      <td>
        <NumberField {...at('pace')} label={`${name}: minutes, times`} kind="count" digits={2} suffix="" />
      </td>
      <td>
        <NumberField {...at('passes')} label={`${name}: passes`} kind="count" suffix="" />
      </td>
      <td>
        <NumberField {...at('flow')} label={`${name}: water`} kind="volume" digits={1} suffix="" />
      </td>
      <td>
        <NumberField {...at('head')} label={`${name}: head`} kind="mass" digits={1} suffix="" />
      </td>
      <td>
        <NumberField {...at('dwell')} label={`${name}: left on`} kind="minutes" digits={0} suffix="" />
      </td>
      <td>
        <NumberField
          {...at('perVisit')}
          label={`${name}: hire and wear, a visit`}
          kind="count"
          scale={1 / 10 ** minorDigits(currency)}
          digits={0}
          suffix=""
        />
      </td>
      <td>{share('loose')}</td>
      <td>{share('bonded')}</td>
      <td>{share('droppings')}</td>
      <td>{share('lichen')}</td>
    </tr>
  );
}

export function Tick({ name, label }: { name: string; label: string }) {
  const { field } = useController({ name });
  return (
    <input
      type="checkbox"
      className="form-check-input"
      aria-label={label}
      checked={Boolean(field.value)}
      onChange={(event) => field.onChange(event.target.checked)}
    />
  );
}

const SHORT: Record<Access, string> = { ground: 'ground', lift: 'lift', 'hand-height': 'at hand', walkway: 'walkway' };

function From({ way }: { way: CleaningMethod }) {
  const { field } = useController({ name: `ways.${way}.from` });
  const from = field.value as Access[];
  return (
    <div className="from-ticks">
      {ACCESS.map((access) => (
        <label key={access} title={ACCESS_WORDS[access]}>
          <input
            type="checkbox"
            className="form-check-input"
            aria-label={`${METHOD_WORDS[way]}: ${ACCESS_WORDS[access]}`}
            checked={from.includes(access)}
            onChange={() =>
              field.onChange(ACCESS.filter((one) => (one === access ? !from.includes(access) : from.includes(one))))
            }
          />
          {SHORT[access]}
        </label>
      ))}
    </div>
  );
}
