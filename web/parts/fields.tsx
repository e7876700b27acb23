import { type ReactNode, useContext, useEffect, useId, useState } from 'react';
import { Form } from 'react-bootstrap';
import { get, useController, useFormContext, useFormState, useWatch } from 'react-hook-form';
import { parseNumber } from '../../core/units/parse.ts';
import { fromUnits, type QuantityKind, unitOf } from '../../core/units/quantities.ts';
import { formatDate, formatForTyping } from '../../words/format.ts';
import { useUnits } from '../api/hooks.ts';
import { DateInput } from './DateInput.tsx';
import { fieldWords, Labels, useLabel } from './labels.ts';
import { NumberInput } from './NumberInput.tsx';

interface FieldProps {
  name: string;
  label: string;
  hint?: string;
  className?: string;
}

function useError(name: string, label: string): string | undefined {
  const { errors } = useFormState({ name });
  useLabel(name, label);
  return (get(errors, name) as { message?: string } | undefined)?.message;
}

/**
 * Whether a field still holds what it was filled with. The form lists such fields under `assumed`, beside them; typing,
 * choosing, or saying that it is right takes one off the list.
 */
function useAssumed(name: string): { assumed: boolean; confirm: () => void } {
  const { setValue, getValues } = useFormContext();
  const parts = name.split('.');
  const key = parts.at(-1) ?? name;
  const list = [...parts.slice(0, -1), 'assumed'].join('.');
  const standing: unknown = useWatch({ name: list });
  return {
    assumed: Array.isArray(standing) && standing.includes(key),
    confirm: () => {
      const now: unknown = getValues(list);
      if (Array.isArray(now) && now.includes(key))
        setValue(
          list,
          now.filter((other) => other !== key),
          { shouldDirty: true },
        );
    },
  };
}

function Frame({
  id,
  label,
  hint,
  error,
  className,
  assumed,
  children,
}: {
  id: string;
  label: string;
  hint?: string | undefined;
  error: string | undefined;
  className?: string | undefined;
  assumed: ReturnType<typeof useAssumed>;
  children: ReactNode;
}) {
  return (
    <div className={className}>
      <Form.Label htmlFor={id} id={`${id}-label`}>
        {label}
      </Form.Label>
      {children}
      {assumed.assumed && (
        <button
          type="button"
          className="assumed-mark"
          aria-describedby={`${id}-label`}
          title="Nobody has said this. Type what is so, or press here where it is right."
          onClick={assumed.confirm}
        >
          assumed: right?
        </button>
      )}
      {hint && !error && <Form.Text id={`${id}-hint`}>{hint}</Form.Text>}
      {error && (
        <div className="field-error" id={`${id}-error`}>
          {error}
        </div>
      )}
    </div>
  );
}

const described = (id: string, hint: string | undefined, error: string | undefined) =>
  error ? `${id}-error` : hint ? `${id}-hint` : undefined;

export function TextField({
  name,
  label,
  hint,
  className,
  type = 'text',
  lines,
}: FieldProps & { type?: string; lines?: number }) {
  const id = useId();
  const { field } = useController({ name });
  const error = useError(name, label);
  const assumed = useAssumed(name);
  const shared = {
    id,
    value: (field.value as string | null) ?? '',
    onChange: (event: { target: { value: string } }) => {
      assumed.confirm();
      field.onChange(event.target.value);
    },
    onBlur: field.onBlur,
    isInvalid: error !== undefined,
    'aria-describedby': described(id, hint, error),
  };
  return (
    <Frame id={id} label={label} hint={hint} error={error} className={className} assumed={assumed}>
      {lines ? (
        <Form.Control as="textarea" rows={lines} {...shared} />
      ) : (
        <Form.Control type={type} ref={field.ref} {...shared} />
      )}
    </Frame>
  );
}

/** A date in the order of the person; empty is null. */
export function DateField({ name, label, hint, className }: FieldProps) {
  const id = useId();
  const units = useUnits();
  const { field } = useController({ name });
  const found = useError(name, label);
  const assumed = useAssumed(name);
  const error = found && `Type a date, such as ${formatDate('2026-11-24', units)}`;
  return (
    <Frame id={id} label={label} hint={hint} error={error} className={className} assumed={assumed}>
      <DateInput
        id={id}
        value={(field.value as string | null) ?? ''}
        onDate={(date) => {
          assumed.confirm();
          field.onChange(date === '' ? null : date);
        }}
        onBlur={field.onBlur}
        isInvalid={error !== undefined}
        describedBy={described(id, hint, error)}
      />
    </Frame>
  );
}

export function SelectField({
  name,
  label,
  hint,
  className,
  options,
}: FieldProps & { options: readonly (readonly [string, string])[] }) {
  const id = useId();
  const { field } = useController({ name });
  const error = useError(name, label);
  const assumed = useAssumed(name);
  return (
    <Frame id={id} label={label} hint={hint} error={error} className={className} assumed={assumed}>
      <Form.Select
        id={id}
        ref={field.ref}
        value={String(field.value)}
        onChange={(event) => {
          assumed.confirm();
          field.onChange(event);
        }}
        onBlur={field.onBlur}
        isInvalid={error !== undefined}
      >
        {options.map(([value, text]) => (
          <option key={value} value={value}>
            {text}
          </option>
        ))}
      </Form.Select>
    </Frame>
  );
}

export function CheckField({ name, label, className }: FieldProps) {
  const id = useId();
  const { field } = useController({ name });
  return (
    <div className={className}>
      <Form.Check
        id={id}
        type="checkbox"
        label={label}
        checked={Boolean(field.value)}
        onChange={(event) => field.onChange(event.target.checked)}
      />
    </div>
  );
}

/** A number in the person's units; the form holds it in SI. `12,5` and `12.5` are the same. */
export function NumberField({
  name,
  label,
  hint,
  className,
  kind,
  scale = 1,
  suffix,
  optional,
  digits,
}: FieldProps & { kind: QuantityKind; scale?: number; suffix?: string; optional?: boolean; digits?: number }) {
  const id = useId();
  const { field } = useController({ name });
  const error = useError(name, label);
  const input = useNumberText({
    kind,
    scale,
    value: field.value,
    onValue: field.onChange,
    optional: optional ?? false,
    digits,
  });
  const assumed = useAssumed(name);
  const message = error && typeof field.value === 'string' ? 'Type a number, such as 12.5' : error;
  const units = useUnits();
  const symbol = suffix ?? unitOf(kind, units).symbol;
  return (
    <Frame id={id} label={label} hint={hint} error={message} className={className} assumed={assumed}>
      <NumberInput
        id={id}
        inputRef={field.ref}
        text={input.text}
        symbol={symbol}
        wrong={error !== undefined}
        describedBy={described(id, hint, message)}
        onType={(text) => {
          assumed.confirm();
          input.type(text);
        }}
        onBlur={field.onBlur}
      />
    </Frame>
  );
}

interface NumberText {
  kind: QuantityKind;
  /** what the form's value is multiplied by before its unit applies */
  scale: number;
  value: unknown;
  onValue: (value: unknown) => void;
  optional: boolean;
  digits?: number | undefined;
}

/** Takes off what binary fractions add when units change: 0.95 of a unit is 95 000 of its parts, not 95 000.00000000001. */
const tidy = (value: number): number => Number(value.toPrecision(12));

/** The text of a number field: follows the value until somebody types, and keeps what was typed as it was typed. */
function useNumberText({ kind, scale, value, onValue, optional, digits }: NumberText) {
  const units = useUnits();
  const shown = (si: unknown): string => {
    if (typeof si === 'string') return si;
    if (typeof si !== 'number' || Number.isNaN(si)) return '';
    return formatForTyping(si * scale, kind, units, digits);
  };
  const [text, setText] = useState(() => shown(value));
  const [typed, setTyped] = useState<unknown>(value);
  // biome-ignore lint/correctness/useExhaustiveDependencies: only a value that did not come from typing rewrites the text
  useEffect(() => {
    if (value !== typed) {
      setText(shown(value));
      setTyped(value);
    }
  }, [value, typed]);
  return {
    text,
    type: (next: string) => {
      const parsed = parseNumber(next);
      const si =
        next.trim() === ''
          ? optional
            ? null
            : ''
          : parsed === null
            ? next
            : tidy(fromUnits(parsed, kind, units) / scale);
      setText(next);
      setTyped(si);
      onValue(si);
    },
  };
}

/** What is wrong, named as the fields are on the screen, so that a form never refuses silently. */
export function FormErrors() {
  const { formState } = useFormContext();
  const labels = useContext(Labels);
  const count = Object.keys(formState.errors).length;
  if (count === 0 || !formState.isSubmitted) return null;
  const lines = flatten(formState.errors as Record<string, unknown>);
  return (
    <div className="notice bad" role="alert">
      <strong>Not saved yet.</strong> Put right:{' '}
      {lines.map(({ path, message }) => `${labels.get(path) ?? fieldWords(path)} (${message})`).join('; ')}.
    </div>
  );
}

function flatten(errors: Record<string, unknown>, path = ''): { path: string; message: string }[] {
  return Object.entries(errors).flatMap(([key, value]) => {
    if (value === null || typeof value !== 'object' || key === 'ref') return [];
    const here = path === '' ? key : `${path}.${key}`;
    const { message } = value as { message?: unknown };
    return typeof message === 'string' ? [{ path: here, message }] : flatten(value as Record<string, unknown>, here);
  });
}
