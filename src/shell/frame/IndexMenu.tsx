import { Menu } from 'lucide-react';
import { Fragment, type ReactNode } from 'react';

/**
 * The index: beside the sheet on a desk, behind the last place of the bar on a phone. Folded from the first paint on, so that
 * nothing moves under the finger while the page comes alive.
 */
export function IndexMenu({ current, children }: { current: string; children: ReactNode }) {
  return (
    <Fragment key={current}>
      <details className="peer md:hidden">
        <summary className="phone-place">
          <Menu size={16} aria-hidden />
          Index
        </summary>
      </details>
      <div className="index-panel peer-open:max-md:block">{children}</div>
    </Fragment>
  );
}
