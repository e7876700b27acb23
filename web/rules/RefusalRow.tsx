import { useController } from 'react-hook-form';
import { CLEANING_METHODS, type CleaningMethod } from '../../core/assumptions.ts';
import type { RefusalRule } from '../../core/rules/rules.ts';
import { REFUSAL_WORDS } from '../../words/en/rules.ts';
import { METHOD_WORDS } from '../../words/en/ways.ts';
import { Tick } from './WayRow.tsx';

/** One rule: when it speaks, whether it holds, and the ways that it forbids. */
export function RefusalRow({ rule }: { rule: RefusalRule }) {
  const { field } = useController({ name: `refusals.${rule}.ways` });
  const ways = field.value as CleaningMethod[];
  const { when } = REFUSAL_WORDS[rule];
  return (
    <tr>
      <th scope="row">{when}</th>
      <td>
        <Tick name={`refusals.${rule}.on`} label={`Holds: ${when}`} />
      </td>
      <td>
        <details>
          <summary>{forbidden(ways)}</summary>
          <div className="forbidden-ways">
            {CLEANING_METHODS.map((way) => (
              <label key={way}>
                <input
                  type="checkbox"
                  className="form-check-input"
                  checked={ways.includes(way)}
                  onChange={() =>
                    field.onChange(
                      CLEANING_METHODS.filter((one) => (one === way ? !ways.includes(way) : ways.includes(one))),
                    )
                  }
                />
                {METHOD_WORDS[way]}
              </label>
            ))}
          </div>
        </details>
      </td>
    </tr>
  );
}

/** The ways that a rule forbids, told as the shorter list. */
function forbidden(ways: readonly CleaningMethod[]): string {
  const words = (list: readonly CleaningMethod[]) => list.map((way) => METHOD_WORDS[way].toLowerCase()).join('; ');
  const others = CLEANING_METHODS.filter((way) => !ways.includes(way));
  if (ways.length === 0) return 'no way';
  if (others.length === 0) return 'every way';
  return others.length < 4 ? `every way but ${words(others)}` : words(ways);
}
