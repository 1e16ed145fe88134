'use client';

import { useState } from 'react';
import { attempt } from '@/ui/forms/attempt';
import { becomeOwner } from '@/ui/outbox/owner';
import { signInBySlip } from '@/areas/course/write/accounts/actions';

/** Signs in by a slip; on somebody's phone it asks first whether the phone is shared. */
export function SlipForm({ token, name, other }: { token: string; name: string; other: string | null }) {
  const [message, setMessage] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const go = async (share: boolean) => {
    setBusy(true);
    const outcome = await attempt(() => signInBySlip({ token, share }));
    if (!outcome.ok) {
      setBusy(false);
      return setMessage(outcome.message);
    }
    await becomeOwner('');
    location.assign('/');
  };
  return (
    <div className="flex flex-col gap-3 items-start">
      {other && (
        <p>
          {other} is signed in on this device. If your team shares it, both stay signed in until the lesson is over, and
          hand it over by a tap; what each enters stands under their own name.
        </p>
      )}
      {other && (
        <button className="btn btn-go" disabled={busy} onClick={() => void go(true)}>
          Share it with {other}
        </button>
      )}
      <button className={`btn ${other ? '' : 'btn-go'}`} disabled={busy} onClick={() => void go(false)}>
        {other ? `Sign ${other} out and me in` : `Sign in as ${name}`}
      </button>
      {message && (
        <p role="alert" className="text-brick font-medium">
          {message}
        </p>
      )}
    </div>
  );
}
