'use client';

import dynamic from 'next/dynamic';
import { useId, type ReactNode } from 'react';
import { useController } from 'react-hook-form';

/** The editor is large, so it comes after the page. */
const Editor = dynamic(() => import('./RichEditor').then((found) => found.RichEditor), {
  ssr: false,
  loading: () => <p className="faint border border-rule px-2 py-1.5 min-h-20">The editor is on its way …</p>,
});

/** Text with paragraphs, headings, lists, bold and italic; at most `most` characters with its formatting. */
export function RichText({ name, label, hint, most }: { name: string; label: string; hint?: ReactNode; most: number }) {
  const id = useId();
  const { field, fieldState } = useController({ name });
  const error = fieldState.error?.message;
  return (
    <div>
      <p id={id} className="font-medium">
        {label}
      </p>
      <Editor
        labelledBy={id}
        html={String(field.value ?? '')}
        change={field.onChange}
        most={most}
        invalid={Boolean(error)}
      />
      {hint && <p className="text-sm faint">{hint}</p>}
      {error && (
        <p className="text-sm text-brick font-medium" role="alert">
          {error}
        </p>
      )}
    </div>
  );
}
