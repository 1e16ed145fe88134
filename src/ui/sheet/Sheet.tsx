import type { ReactNode } from 'react';

/** The drawing sheet: double rule, letters down the left edge, title block at the bottom right. */
export function Sheet({
  title,
  about,
  actions,
  block,
  purpose,
  help,
  children,
}: {
  title: string;
  about?: ReactNode;
  actions?: ReactNode;
  block: (readonly [string, ReactNode])[];
  /** What the sheet is for, in one line, and where Help says more. */
  purpose: string | undefined;
  help: string;
  children: ReactNode;
}) {
  return (
    <section className="frame flex-1 flex flex-col min-h-[420px]">
      <Zones />
      <div className="pl-4 pr-4 pt-4 pb-5 sm:pl-8 sm:pr-5 flex-1">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-2 mb-3">
          <h1>{title}</h1>
          {(about ?? purpose) && <p className="faint">{about ?? purpose}</p>}
          {purpose && (
            <a href={help} className="no-print text-sm">
              Help
            </a>
          )}
          {actions && <div className="ml-auto flex flex-wrap gap-2 no-print self-center">{actions}</div>}
        </div>
        {children}
      </div>
      <div className="flex flex-wrap items-end justify-end gap-x-4">
        {about && <p className="text-sm faint mr-auto px-4 sm:px-8 pb-1 no-print">{purpose}</p>}
        <TitleBlock rows={block} />
      </div>
    </section>
  );
}

function Zones() {
  return (
    <div
      aria-hidden
      className="hidden sm:flex absolute left-2 top-1.5 bottom-1.5 w-3.5 flex-col justify-around border-r border-hair text-faint font-cond text-[10px]"
    >
      {['A', 'B', 'C', 'D', 'E', 'F'].map((letter) => (
        <span key={letter}>{letter}</span>
      ))}
    </div>
  );
}

function TitleBlock({ rows }: { rows: (readonly [string, ReactNode])[] }) {
  return (
    <dl
      className="self-end mr-1 mb-1 border border-r-0 border-b-0 border-ink bg-sheet flex flex-wrap text-xs max-w-full"
      aria-label="Title block"
    >
      {rows.map(([name, value]) => (
        <div key={name} className="px-2.5 pt-0.5 pb-1 border-r border-rule last:border-r-0">
          <dt className="font-cond font-medium text-[10px] leading-3 tracking-wider uppercase text-faint">{name}</dt>
          <dd>{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** A page without content yet: what belongs here, and the first step. */
export function Nothing({ children, step }: { children: ReactNode; step?: ReactNode }) {
  return (
    <div className="border border-dashed border-rule px-4 py-6 max-w-2xl">
      <p>{children}</p>
      {step && <p className="mt-3 flex gap-2">{step}</p>}
    </div>
  );
}

/** A team's name with its tag colour. */
export function TeamTag({ name, colour }: { name: string; colour: string }) {
  return (
    <span className="font-semibold pl-2 border-l-[5px]" style={{ borderColor: colour }}>
      {name}
    </span>
  );
}
