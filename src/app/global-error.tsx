'use client';

import { useEffect } from 'react';
import { recover } from '@/ui/outbox/recover';

/** Where even the frame of the page is gone, as when the server dies while the page is being read anew. */
export default function WholePageFault({ reset }: { reset: () => void }) {
  useEffect(() => void recover(reset), [reset]);
  return (
    <html lang="en">
      <body style={{ margin: 0, padding: 24, background: '#fffdf8', color: '#22262a', fontFamily: 'sans-serif' }}>
        <main>
          <h1>This page could not be shown</h1>
          <p>
            Nothing you entered was lost. The page is loaded again by itself, from this device if there is no
            connection.
          </p>
          <button type="button" onClick={reset}>
            Try again
          </button>
        </main>
      </body>
    </html>
  );
}
