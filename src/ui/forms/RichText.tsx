'use client';

import dynamic from 'next/dynamic';
import { useId, useState, type ReactNode } from 'react';
import { useController, type FieldPath } from 'react-hook-form';
import type { AnyObject, Maybe, ObjectSchema } from 'yup';

interface Props {
  name: string;
  label: string;
  hint?: ReactNode;
  most: number;
}

/** The editor is large, so it comes only once somebody wants to write. */
const Editor = dynamic(() => import('./RichEditor').then((found) => found.RichEditor), {
  ssr: false,
  loading: () => <p className="faint border border-rule px-2 py-1.5 min-h-16">The editor is loading …</p>,
});

/**
 * Text with paragraphs, headings, lists, bold and italic; at most `most` characters with its formatting. It is shown as it
 * reads, and turns into an editor when it is chosen.
 */
function RichText({ name, label, hint, most }: Props) {
  const id = useId();
  const { field, fieldState } = useController({ name });
  const [editing, setEditing] = useState(false);
  const error = fieldState.error?.message;
  const html = String(field.value ?? '');
  return (
    <div>
      <p id={id} className="font-medium">
        {label}
      </p>
      {editing ? (
        <Editor labelledBy={id} html={html} change={field.onChange} most={most} invalid={Boolean(error)} />
      ) : (
        <button
          type="button"
          aria-labelledby={id}
          aria-describedby={`${id}-text`}
          className={`block w-full text-left border bg-sheet px-2 py-1.5 min-h-16 cursor-text ${error ? 'border-brick' : 'border-[var(--field)]'}`}
          onClick={() => setEditing(true)}
        >
          {html ? (
            <span id={`${id}-text`} className="block rich" dangerouslySetInnerHTML={{ __html: html }} />
          ) : (
            <span id={`${id}-text`} className="faint">
              Write here
            </span>
          )}
        </button>
      )}
      {hint && <p className="text-sm faint">{hint}</p>}
      {error && (
        <p className="text-sm text-brick font-medium" role="alert">
          {error}
        </p>
      )}
    </div>
  );
}

/** The field of rich text of the form that a schema checks; apart from the other fields, as few forms have one. */
export function richTextOf<T extends Maybe<AnyObject>>(
  _schema: ObjectSchema<T>,
): (props: Omit<Props, 'name'> & { name: FieldPath<NonNullable<T>> }) => ReactNode {
  return RichText as never;
}
