import { zodResolver } from '@hookform/resolvers/zod';
import { type ReactNode, useEffect, useRef } from 'react';
import { type FieldValues, FormProvider, type Resolver, useForm } from 'react-hook-form';
import type { z } from 'zod';
import { plainMessage } from '../../contract/messages.ts';
import { dropDraft, keepDraft, readDraft } from '../api/drafts.ts';
import { newId } from '../api/ids.ts';
import { Labels } from './labels.ts';

interface Draft<T> {
  id: string;
  values: T;
}

/**
 * A form that keeps what is typed on this device until it is sent, under one client-made id, so that a retry makes
 * nothing twice.
 * @param name what it is kept under; null for what is not worth keeping
 */
export function useDraftForm<S extends z.ZodType>(name: string | null, schema: S, defaults: z.input<S>) {
  const kept = useRef(name === null ? null : readDraft<Draft<FieldValues>>(name));
  const id = useRef(kept.current?.id ?? newId());
  const form = useForm({
    resolver: zodResolver(schema as never, { error: plainMessage } as never) as unknown as Resolver<FieldValues>,
    defaultValues: { ...(defaults as FieldValues), ...kept.current?.values },
  });
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => {
          if (name !== null) keepDraft(name, { id: id.current, values });
        },
      }),
    [form, name],
  );
  const begin = (values: FieldValues) => {
    id.current = newId();
    form.reset(values);
    if (name !== null) dropDraft(name);
  };
  return {
    form,
    wasKept: kept.current !== null,
    id: () => id.current,
    /** call when the server has taken it */
    sent: (values: FieldValues = defaults as FieldValues) => begin(values),
    discard: () => begin(defaults as FieldValues),
  };
}

export function DraftForm({
  draft,
  onSubmit,
  children,
  className,
}: {
  draft: ReturnType<typeof useDraftForm>;
  onSubmit: (values: never, id: string) => void;
  children: ReactNode;
  className?: string;
}) {
  const labels = useRef(new Map<string, string>());
  return (
    <FormProvider {...draft.form}>
      <Labels value={labels.current}>
        <form
          className={className}
          noValidate
          onSubmit={draft.form.handleSubmit((values) => onSubmit(values as never, draft.id()))}
        >
          {children}
        </form>
      </Labels>
    </FormProvider>
  );
}
