'use client';

import { useEffect } from 'react';
import { recover } from '@/ui/outbox/recover';
import { Plain } from '@/ui/sheet/Plain';

export default function Fault({ reset }: { reset: () => void }) {
  useEffect(() => void recover(reset), [reset]);
  return (
    <Plain
      title="This page could not be shown"
      about="A fault in the program, or no connection to the database. Nothing you entered was lost; what you had typed is kept in this browser."
    >
      <button className="btn btn-go" onClick={reset}>
        Try again
      </button>
    </Plain>
  );
}
