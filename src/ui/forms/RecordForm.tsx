'use client';

import { yupResolver } from '@hookform/resolvers/yup';
import { useRouter } from 'next/navigation';
import { useContext, useEffect, useRef, useState, type ReactNode } from 'react';
import { FormProvider, useForm, type FieldValues, type Resolver } from 'react-hook-form';
import { toast } from '@/ui/toast';
import type { AnyObject, Maybe, ObjectSchema } from 'yup';
import type { Conflict, Outcome } from '@/server/outcome';
import { InPanel } from '@/ui/kit/panel';
import { BothVersions } from './BothVersions';
import type { Options } from './fields';
import { attempt, doneWords, isKept } from './attempt';
import { draftKey, keepDraft, readDraft } from './drafts';
import { Ready } from './Ready';
import { useOneAtATime } from './useOneAtATime';

/** What every form of a record is given: which one it edits, the version that was seen, and its values as typed. */
export interface Editing {
  projectId: string;
  /** None for one that is added. */
  id: string | null;
  version: number | null;
  values: Record<string, unknown>;
}

interface Props<T extends Maybe<AnyObject>> {
  /** Names the form for its draft, which is kept in this browser until it is saved. */
  id: string;
  schema: ObjectSchema<T>;
  /** What its fields hold at first, as typed. */
  values: Of<T, unknown>;
  /** Sent along and never edited: ids and the version that was seen. */
  fixed?: Of<T, unknown>;
  submit: (input: Record<string, unknown>) => Promise<Outcome<unknown>>;
  label: string;
  saved?: string;
  /** Where to go once saved: a fixed address, or one that the answer names; '' for staying, also where it stands in a panel. */
  then?: string | ((result: Record<string, unknown>) => string);
  cancel?: string;
  /** Names of fields for the comparison of two versions. */
  names?: Of<T, string>;
  /** What choices are called there, by field, where a value is an id. */
  options?: Of<T, Options>;
  children: ReactNode;
  aside?: ReactNode;
  compact?: boolean;
  /** Passwords and the like are never kept as a draft. */
  keepDraft?: boolean;
}

/** Something for fields of a schema; a name it does not have does not compile. */
type Of<T, V> = { [K in keyof NonNullable<T>]?: V };

/**
 * A form whose entries survive errors, lost connections and reloads: they are kept in this browser until the
 * server has answered. Messages stand at their fields; when somebody else wrote meanwhile, both versions are shown.
 */
export function RecordForm<T extends Maybe<AnyObject>>(props: Props<T>) {
  const { id, schema, submit, label, then, children } = props;
  const values: FieldValues = props.values;
  const fixed: FieldValues | undefined = props.fixed;
  const check = yupResolver(schema as never) as unknown as Resolver<FieldValues>;
  const form = useForm<FieldValues>({
    defaultValues: values,
    resolver: (entered, context, options) => check({ ...entered, ...fixed }, context, options),
  });
  const router = useRouter();
  const closePanel = useContext(InPanel);
  const [message, setMessage] = useState<string | null>(null);
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const version = (fixed?.version as number | null | undefined) ?? null;
  const { restored, forget, typedOn } = useDraft(
    props.keepDraft === false ? null : draftKey(id),
    form,
    values,
    version,
  );

  const oneAtATime = useOneAtATime();
  const send = (entered: FieldValues, seen?: number) => oneAtATime(() => sendOnce(entered, seen));
  const sendOnce = async (entered: FieldValues, seen?: number) => {
    setMessage(null);
    const outcome = await attempt(() =>
      submit({ ...entered, ...fixed, ...(version === null ? {} : { version: seen ?? typedOn() }) }),
    );
    if (outcome.ok) {
      forget();
      setConflict(null);
      const kept = isKept(outcome.result);
      toast.success(doneWords(outcome, props.saved ?? 'Saved.'));
      const next = typeof then === 'function' ? then(outcome.result as Record<string, unknown>) : then;
      if (!next || kept) form.reset(fixed?.version == null ? values : entered); // a form that adds is empty again
      if (kept) {
        // Only a page that the device keeps can be opened without a line.
        if (next && navigator.serviceWorker?.controller) location.assign(next);
        else if (!then) closePanel?.();
        return;
      }
      if (next) router.push(next);
      else if (!then) closePanel?.();
      router.refresh();
      return;
    }
    setMessage(outcome.message);
    setConflict(outcome.conflict ?? null);
    for (const [path, text] of Object.entries(outcome.errors ?? {}))
      if (path) form.setError(path, { message: text }, { shouldFocus: true });
  };

  const invalid = () => setMessage('Not saved yet: look at the marked fields.');

  return (
    <FormProvider {...form}>
      <form
        onSubmit={form.handleSubmit((entered) => send(entered), invalid)}
        noValidate
        className={props.compact ? 'flex flex-wrap items-end gap-3' : 'flex flex-col gap-3 max-w-3xl'}
      >
        <Ready>
          {restored && (
            <p className="callout" role="status">
              What you had typed here before is back.{' '}
              <button type="button" className="btn-text" onClick={() => (forget(), form.reset(values))}>
                Discard it
              </button>
            </p>
          )}
          {conflict && (
            <BothVersions
              conflict={conflict}
              mine={form.getValues()}
              names={(props.names ?? {}) as Record<string, string>}
              options={props.options as Record<string, Options> | undefined}
              keepMine={() => form.handleSubmit((entered) => send(entered, conflict.version))()}
              keepAs={(way) => form.handleSubmit((entered) => send({ ...entered, ...way }))()}
              takeTheirs={() => {
                form.reset({ ...form.getValues(), ...conflict.theirs });
                forget(conflict.version);
                setConflict(null);
                setMessage(null);
                router.refresh();
              }}
            />
          )}
          {children}
          {message && !conflict && (
            <p className="callout w-full" style={{ '--tone': 'var(--brick)' } as React.CSSProperties} role="alert">
              {message}
            </p>
          )}
          <div className="flex gap-2 items-center">
            <button className="btn btn-go" disabled={form.formState.isSubmitting}>
              {form.formState.isSubmitting ? 'Saving …' : label}
            </button>
            {props.cancel && (
              <a className="btn" href={props.cancel} onClick={() => forget()}>
                Leave without saving
              </a>
            )}
            {props.aside}
          </div>
        </Ready>
      </form>
    </FormProvider>
  );
}

function useDraft(
  key: string | null,
  form: ReturnType<typeof useForm<FieldValues>>,
  values: FieldValues,
  version: number | null,
) {
  const [restored, setRestored] = useState(false);
  const base = useRef(version);
  const first = useRef(JSON.stringify(values));
  useEffect(() => {
    if (!key) return;
    const draft = readDraft(key);
    if (draft && JSON.stringify(draft.entered) !== first.current) {
      form.reset(draft.entered, { keepDefaultValues: true });
      base.current = draft.version;
      setRestored(true);
    }
    // A change names its field; a reset names none and leaves no draft.
    const watching = form.watch((now, { name }) => {
      if (name !== undefined) keepDraft(key, { version: base.current, entered: now });
    });
    return () => watching.unsubscribe();
  }, [key, form]);
  // A form that nobody has touched follows what is stored.
  const fresh = JSON.stringify(values);
  useEffect(() => {
    if (version === null || version === base.current || (key && localStorage.getItem(key))) return;
    base.current = version;
    form.reset(JSON.parse(fresh) as FieldValues);
  }, [version, fresh, key, form]);
  const forget = (now = version) => {
    if (key) localStorage.removeItem(key);
    base.current = now;
    setRestored(false);
  };
  return { restored, forget, typedOn: () => base.current };
}
