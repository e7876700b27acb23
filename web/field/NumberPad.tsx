import { type ReactNode, useEffect, useState } from 'react';
import { parseNumber } from '../../core/units/parse.ts';
import { fromUnits, type QuantityKind, unitOf } from '../../core/units/quantities.ts';
import { useUnits } from '../api/hooks.ts';
import { type Typed, useTyped } from '../parts/useTyped.ts';

export interface PadField {
  key: string;
  label: string;
  kind: QuantityKind;
}

interface NumberPadProps {
  fields: readonly PadField[];
  texts: Record<string, string>;
  onTexts: (texts: Record<string, string>) => void;
  /** what is said of the numbers, and how they are saved; what clears them stands under it */
  children?: ReactNode;
}

type Texts = Record<string, string>;

/**
 * Numbers that are typed and not a reading yet, kept on the device under a name.
 * @param onTyped told whether there are any, so that the card does not end over them
 */
export function useTypedNumbers(name: string, onTyped: (typed: boolean) => void): Typed<Texts> {
  const typing = useTyped<Texts>(name, {});
  const some = Object.values(typing.value).some((text) => text !== '');
  useEffect(() => {
    onTyped(some);
    return () => onTyped(false);
  }, [some, onTyped]);
  return typing;
}

/** SI values of what was typed; null where a field does not hold a number yet. */
export function usePadValues(
  fields: readonly PadField[],
  texts: Record<string, string>,
): Record<string, number | null> {
  const units = useUnits();
  return Object.fromEntries(
    fields.map(({ key, kind }) => {
      const parsed = parseNumber(texts[key] ?? '');
      return [key, parsed === null ? null : fromUnits(parsed, kind, units)];
    }),
  );
}

/** Big keys for wet hands; each field knows its unit. A keyboard types into the same place. */
export function NumberPad({ fields, texts, onTexts, children }: NumberPadProps) {
  const units = useUnits();
  const [active, setActive] = useState(fields[0]?.key ?? '');
  const set = (text: string) => onTexts({ ...texts, [active]: text });
  const press = (key: string) => set((texts[active] ?? '') + key);
  const type = (event: React.KeyboardEvent) => {
    if (/^[0-9.,-]$/.test(event.key)) press(event.key);
    if (event.key === 'Backspace') set((texts[active] ?? '').slice(0, -1));
  };
  return (
    <>
      <div className="pad-fields">
        {fields.map(({ key, label, kind }) => (
          <button
            type="button"
            key={key}
            aria-pressed={active === key}
            onClick={() => setActive(key)}
            onKeyDown={type}
            onFocus={() => setActive(key)}
          >
            <span className="asked">{label}</span>
            <span className="typed">{texts[key] || '–'}</span>
            <span className="unit">{unitOf(kind, units).symbol}</span>
          </button>
        ))}
      </div>
      <fieldset className="pad m-0" aria-label="Number pad">
        {['1', '2', '3', '4', '5', '6', '7', '8', '9', units.decimalMark, '0'].map((key) => (
          <button type="button" key={key} onClick={() => press(key)}>
            {key}
          </button>
        ))}
        <button type="button" aria-label="Delete" onClick={() => set((texts[active] ?? '').slice(0, -1))}>
          ⌫
        </button>
      </fieldset>
      {children}
      {Object.values(texts).some((text) => text !== '') && (
        <button type="button" className="btn btn-outline-danger" onClick={() => onTexts({})}>
          Clear what is typed
        </button>
      )}
    </>
  );
}
