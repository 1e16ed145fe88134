import { Fragment, type ReactNode } from 'react';

/**
 * The index: always open beside the sheet, folded away above it on a phone. Folded from the first paint on, so that
 * nothing moves under the finger while the page comes alive.
 */
export function IndexMenu({ current, children }: { current: string; children: ReactNode }) {
  return (
    <Fragment key={current}>
      <details className="peer md:hidden">
        <summary className="px-3.5 py-2.5 font-cond font-semibold cursor-pointer">Index · {current}</summary>
      </details>
      <div className="py-2 max-md:hidden peer-open:max-md:block">{children}</div>
    </Fragment>
  );
}
