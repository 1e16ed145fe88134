import type { ReactNode } from 'react';
import { PageTitle } from './PageTitle';
import { Mark } from '../glyphs/Mark';

/** A page outside any project: the sign, one sheet, nothing else. */
export function Plain({
  title,
  tab = title,
  about,
  children,
  wide,
  actions,
}: {
  title: string;
  /** What the page is called in a tab, where its heading is the name of the project. */
  tab?: string;
  about?: ReactNode;
  children: ReactNode;
  /** Of the screen: a table's width, or all of it for a projector. */
  wide?: boolean | 'full';
  actions?: ReactNode;
}) {
  return (
    <div className={`mx-auto p-4 ${wide === 'full' ? 'max-w-[1800px]' : wide ? 'max-w-5xl' : 'max-w-lg'}`}>
      <PageTitle of={[tab]} />
      <header className="flex items-center gap-2 font-cond font-semibold text-[19px] tracking-widest uppercase py-3">
        <Mark /> Ironstone
      </header>
      <main className="frame px-5 py-5 sm:px-7">
        <div className="flex flex-wrap items-baseline gap-3 mb-3">
          <h1>{title}</h1>
          {actions && <div className="ml-auto flex flex-wrap gap-2">{actions}</div>}
        </div>
        {about && <p className="faint mb-4">{about}</p>}
        {children}
      </main>
    </div>
  );
}
