'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome } from '@/server/outcome';
import { attempt } from '@/ui/forms/attempt';
import { toast } from '@/ui/toast';

/** Brings a project in from a bundle file. */
export function ImportForm() {
  const router = useRouter();
  const [file, setFile] = useState<File | null>(null);
  const [busy, setBusy] = useState(false);
  const [message, setMessage] = useState<string | null>(null);
  const send = async () => {
    if (!file) return setMessage('Choose a bundle file first; it ends in .zip.');
    setBusy(true);
    const outcome = await attempt(
      async () =>
        (await (
          await fetch('/api/v1/bundles', { method: 'POST', headers: { 'content-type': 'application/zip' }, body: file })
        ).json()) as Outcome<{ id: string }>,
    );
    setBusy(false);
    if (!outcome.ok) return setMessage(outcome.errors?.file ?? outcome.message);
    toast.success('Project imported.');
    router.push(`/projects/${outcome.result.id}`);
  };
  return (
    <section className="mt-6">
      <h2 className="mb-1">Import a project</h2>
      <div className="flex flex-wrap gap-3 items-end">
        <div>
          <label htmlFor="bundle-file" className="block font-medium">
            Bundle file
          </label>
          <input
            id="bundle-file"
            type="file"
            accept=".zip,application/zip"
            onChange={(e) => (setFile(e.target.files?.[0] ?? null), setMessage(null))}
            aria-invalid={message ? true : undefined}
            aria-describedby="bundle-problem"
          />
        </div>
        <button className="btn" onClick={() => void send()} disabled={busy}>
          {busy ? 'Importing …' : 'Import'}
        </button>
      </div>
      {message && (
        <p id="bundle-problem" role="alert" className="text-brick font-medium mt-1">
          {message}
        </p>
      )}
    </section>
  );
}
