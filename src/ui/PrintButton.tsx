'use client';

/** Prints the sheet; print styles leave out what belongs on a screen only. */
export function PrintButton({ children = 'Print' }: { children?: React.ReactNode }) {
  return (
    <button type="button" className="btn" onClick={() => window.print()}>
      {children}
    </button>
  );
}
