'use client';

import { useId, useState, type ComponentType, type ReactNode } from 'react';
import {
  get,
  useFieldArray,
  useFormContext,
  useWatch,
  type ArrayPath,
  type FieldArray,
  type FieldPath,
  type FieldValues,
} from 'react-hook-form';
import type { AnyObject, Maybe, ObjectSchema } from 'yup';
import type { ComboboxProps } from '@/ui/kit/Combobox';

interface FieldProps {
  name: string;
  label: string;
  hint?: ReactNode;
  className?: string;
}

function useField(name: string) {
  const { register, formState } = useFormContext();
  const id = useId();
  const error = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  const invalid = error ? { 'aria-invalid': true as const, 'aria-describedby': `${id}-error` } : {};
  return { id, error, props: { id, ...register(name), ...invalid } };
}

function Labelled({
  id,
  label,
  hint,
  error,
  className,
  children,
}: Omit<FieldProps, 'name'> & { id: string; error?: string | undefined; children: ReactNode }) {
  return (
    <div className={className ?? 'min-w-40'}>
      <label htmlFor={id} className="block font-medium">
        {label}
      </label>
      {children}
      {hint && <p className="text-sm faint">{hint}</p>}
      {error && (
        <p id={`${id}-error`} className="text-sm text-brick font-medium" role="alert">
          {error}
        </p>
      )}
    </div>
  );
}

/** One line of text, a date, or a password. */
function Text({
  name,
  type = 'text',
  mono,
  autoComplete,
  list,
  ...rest
}: FieldProps & {
  type?: string;
  mono?: boolean;
  autoComplete?: string;
  /** The id of a list of suggestions. */
  list?: string | undefined;
}) {
  const { id, error, props } = useField(name);
  return (
    <Labelled id={id} error={error} {...rest}>
      <input type={type} autoComplete={autoComplete} list={list} className={mono ? 'num' : ''} {...props} />
    </Labelled>
  );
}

/** A number as a person writes it, with a decimal point or comma. */
function Decimal({ name, unit, ...rest }: FieldProps & { unit?: string | undefined }) {
  const { id, error, props } = useField(name);
  return (
    <Labelled id={id} error={error} {...rest}>
      <span className="flex items-center gap-2">
        <input inputMode="decimal" autoComplete="off" className="num right" {...props} />
        {unit && <span className="faint whitespace-nowrap">{unit}</span>}
      </span>
    </Labelled>
  );
}

/** Several lines of text. */
function Area({ name, rows = 3, mono, ...rest }: FieldProps & { rows?: number; mono?: boolean }) {
  const { id, error, props } = useField(name);
  return (
    <Labelled id={id} error={error} {...rest}>
      <textarea rows={rows} className={mono ? 'num' : ''} {...props} />
    </Labelled>
  );
}

export type Options = readonly (readonly [value: string, label: string])[];

/** From so many on they are searched. */
const MANY = 15;
const load = () => import('@/ui/kit/Combobox');

/**
 * One of a few, as the device offers it. Where they are many, what searches them takes its place as soon as a mouse or the
 * keyboard comes near; on touch the device's own list stays.
 */
function Choice({ name, options, ...rest }: FieldProps & { options: Options }) {
  const { id, error, props } = useField(name);
  const { setValue } = useFormContext();
  const chosen = useWatch({ name }) as string;
  const [Search, setSearch] = useState<ComponentType<ComboboxProps> | null>(null);
  const [focused, setFocused] = useState(false);
  const near = () => {
    if (options.length < MANY || Search || !matchMedia('(pointer: fine)').matches) return;
    load().then(
      (part) => {
        setFocused(document.activeElement?.id === id);
        setSearch(() => part.default);
      },
      () => undefined, // without a connection the list stays as it is
    );
  };
  return (
    <Labelled id={id} error={error} {...rest}>
      {Search && options.length >= MANY ? (
        <Search
          id={id}
          options={options}
          value={chosen}
          choose={(value) => setValue(name, value, { shouldDirty: true, shouldValidate: error !== undefined })}
          focused={focused}
          invalid={error ? { 'aria-invalid': true, 'aria-describedby': `${id}-error` } : {}}
        />
      ) : (
        <select {...props} onPointerEnter={near} onFocus={near}>
          {options.map(([value, text]) => (
            <option key={value} value={value}>
              {text}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** Yes or no. */
function Check({ name, label }: FieldProps) {
  const { id, props } = useField(name);
  return (
    <p className="flex items-center gap-2">
      <input type="checkbox" className="size-4" {...props} />
      <label htmlFor={id}>{label}</label>
    </p>
  );
}

/** Some of several; the value is the list of those chosen. */
function Several({ name, label, options, hint, className }: FieldProps & { options: Options }) {
  const { register } = useFormContext();
  if (options.length === 0) return null;
  return (
    <fieldset className={className ?? ''}>
      <legend className="font-medium">{label}</legend>
      {hint && <p className="text-sm faint">{hint}</p>}
      <div className="flex flex-wrap gap-x-5 gap-y-1 pt-0.5">
        {options.map(([value, text]) => (
          <label key={value} className="flex items-center gap-2">
            <input type="checkbox" className="size-4" value={value} {...register(name)} />
            {text}
          </label>
        ))}
      </div>
      <Complaint name={name} />
    </fieldset>
  );
}

/** A message of the form that belongs to a list as a whole. */
function Complaint({ name }: { name: string }) {
  const { formState } = useFormContext();
  const found = get(formState.errors, name) as { message?: string; root?: { message?: string } } | undefined;
  const error = found?.message ?? found?.root?.message;
  return error ? (
    <p className="text-sm text-brick font-medium" role="alert">
      {error}
    </p>
  ) : null;
}

/** A list that grows and shrinks: one row a thing. */
function Rows({
  name,
  label,
  empty,
  add,
  inOrder = false,
  compact = false,
  children,
}: {
  name: string;
  label: string;
  empty: object;
  add: string;
  /** The order counts: a row can be moved up. */
  inOrder?: boolean;
  /** Beside each other, for rows of one short field. */
  compact?: boolean;
  children: (path: string, index: number) => ReactNode;
}) {
  const { fields, append, remove, move } = useFieldArray({ name });
  return (
    <fieldset className={compact ? 'flex flex-wrap items-end gap-x-3' : 'flex flex-col gap-2'}>
      <legend className={compact ? 'sr-only' : 'font-medium mb-1'}>{label}</legend>
      {fields.map((field, index) => (
        <div key={field.id} className="flex flex-wrap items-end gap-2">
          {children(`${name}.${index}`, index)}
          {inOrder && index > 0 && (
            <button
              type="button"
              className="btn"
              onClick={() => move(index, index - 1)}
              aria-label={`Move row ${index + 1} of ${label} up`}
            >
              Up
            </button>
          )}
          <button
            type="button"
            className={compact ? 'btn-text' : 'btn'}
            onClick={() => remove(index)}
            aria-label={`Remove row ${index + 1} of ${label}`}
          >
            {compact ? '×' : 'Remove'}
          </button>
        </div>
      ))}
      <Complaint name={name} />
      <p>
        <button type="button" className={compact ? 'btn-text' : 'btn'} onClick={() => append(empty)}>
          {add}
        </button>
      </p>
    </fieldset>
  );
}

type Named<P extends { name: string }, T extends FieldValues> = Omit<P, 'name'> & { name: FieldPath<T> };
type Field<C extends (props: never) => ReactNode, T extends FieldValues> = (
  props: Named<Parameters<C>[0] extends infer P extends { name: string } ? P : never, T>,
) => ReactNode;

/** The fields of a form: each takes a name that its schema has, and no other. */
export interface Fields<T extends FieldValues> {
  Text: Field<typeof Text, T>;
  Decimal: Field<typeof Decimal, T>;
  Area: Field<typeof Area, T>;
  Choice: Field<typeof Choice, T>;
  Check: Field<typeof Check, T>;
  Several: Field<typeof Several, T>;
  Complaint: Field<typeof Complaint, T>;
  Rows: <N extends ArrayPath<T>>(
    props: Omit<Parameters<typeof Rows>[0], 'name' | 'empty' | 'children'> & {
      name: N;
      /** A new row: every field of it. */
      empty: { [K in keyof FieldArray<T, N>]?: unknown };
      children: (path: `${N}.${number}`, index: number) => ReactNode;
    },
  ) => ReactNode;
  /** What is entered in a field, or in several, as it is typed. */
  useValue: (name: FieldPath<T> | readonly FieldPath<T>[]) => unknown;
}

const FIELDS = {
  Text,
  Decimal,
  Area,
  Choice,
  Check,
  Several,
  Complaint,
  Rows,
  useValue: (name: string | readonly string[]) => useWatch({ name: name as string }) as unknown,
};

/** The fields of the form that a schema checks, so that a name it does not have does not compile. */
export function fieldsOf<T extends Maybe<AnyObject>>(_schema: ObjectSchema<T>): Fields<NonNullable<T>> {
  return FIELDS as unknown as Fields<NonNullable<T>>;
}
