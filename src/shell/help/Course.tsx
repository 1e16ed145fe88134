import type { ReactNode } from 'react';

interface Step {
  title: string;
  says: string;
  drawing: ReactNode;
}
const line = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2 } as const;
const faint = { fill: 'none', stroke: 'var(--rule)', strokeWidth: 2 } as const;
const iron = { fill: 'none', stroke: 'var(--iron)', strokeWidth: 3 } as const;
const words = (widths: number[], x = 20, y = 24) =>
  widths.map((width, i) => <path key={i} d={`M${x} ${y + i * 12} h${width}`} {...faint} />);

/** The way of a course, from the brief to the next class. */
const STEPS: readonly Step[] = [
  {
    title: 'Brief',
    says: 'A client needs something, or a competition is announced. What, by when, with what, and what could hurt.',
    drawing: (
      <>
        <path d="M12 10 h76 v60 h-76 z" {...line} />
        {words([50, 60, 44])}
        <path d="M108 66 V20 h30 l-8 9 8 9 h-30" {...iron} />
      </>
    ),
  },
  {
    title: 'Requirements',
    says: 'The client’s words become limits with units. Each says how it is proven.',
    drawing: (
      <>
        <path d="M14 56 h130" {...line} />
        <path d="M100 30 v26" {...line} />
        {[104, 114, 124, 134].map((x) => (
          <path key={x} d={`M${x} 56 l8 -10`} {...faint} />
        ))}
        <path d="M62 14 v20 M48 44 h28" {...iron} />
        <circle cx="62" cy="44" r="6" fill="var(--iron)" />
      </>
    ),
  },
  {
    title: 'Plan',
    says: 'The event is fixed, so the plan is laid out backwards from it, in class meetings.',
    drawing: (
      <>
        <path d="M10 40 h132" {...line} />
        {[14, 32, 50, 68, 86, 104, 122].map((x) => (
          <path key={x} d={`M${x} 34 v12`} {...line} />
        ))}
        <path d="M142 46 V18 h-14 l4 6 -4 6 h14" {...line} />
        <path d="M68 60 l-6 9 h12 z" fill="var(--iron)" />
      </>
    ),
  },
  {
    title: 'Concepts',
    says: 'Everybody sketches alone first. Then ideas are compared, and one is chosen.',
    drawing: (
      <>
        <path d="M12 16 h36 v28 h-36 z M60 16 h36 v28 h-36 z M108 16 h36 v28 h-36 z" {...line} />
        <path d="M18 38 l10 -14 12 14 M66 38 q12 -26 24 0 M114 24 h24 M126 24 v14" {...faint} />
        <path d="M66 58 l8 8 16 -18" {...iron} />
      </>
    ),
  },
  {
    title: 'Builds',
    says: 'Iteration after iteration: what was changed, why, and what it weighs.',
    drawing: (
      <>
        <path d="M20 62 L62 38 L98 50 L136 18" {...faint} />
        {[
          [20, 62],
          [62, 38],
          [98, 50],
          [136, 18],
        ].map(([x, y]) => (
          <path
            key={x}
            d={`M${x! - 8} ${y! + 6} h16 l-8 -14 z`}
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="2"
          />
        ))}
        <path d="M92 44 l12 12" {...iron} />
      </>
    ),
  },
  {
    title: 'Bench',
    says: 'Everybody tests the same way. One thing is changed at a time, and every run is kept.',
    drawing: (
      <>
        <path d="M14 64 h128 M22 64 V14" {...line} />
        {[
          [40, 50],
          [58, 46],
          [76, 38],
          [94, 40],
          [112, 28],
          [130, 24],
        ].map(([x, y]) => (
          <circle key={x} cx={x} cy={y} r="4" fill="var(--ink)" />
        ))}
        <path d="M30 54 L138 22" {...iron} strokeDasharray="5 5" />
      </>
    ),
  },
  {
    title: 'Reviews and gates',
    says: 'Evidence is shown, actions follow, and a gate opens. Or it stays shut, with the reason.',
    drawing: (
      <>
        <path d="M30 68 V16 M30 22 h56" {...line} />
        <path d="M104 68 V16 M104 22 l34 -14" {...iron} />
      </>
    ),
  },
  {
    title: 'Event',
    says: 'You open it. Runs count from now on, entered by officials, and nobody changes one without saying why.',
    drawing: (
      <>
        <path d="M12 60 h130" {...line} strokeDasharray="8 6" />
        <path d="M26 52 h30 v-16 h-30 z" {...line} />
        <circle cx="33" cy="56" r="5" fill="var(--ink)" />
        <circle cx="49" cy="56" r="5" fill="var(--ink)" />
        <path d="M124 62 V14 h-22 l6 8 -6 8 h22" {...iron} />
      </>
    ),
  },
  {
    title: 'Standings',
    says: 'Points, grades and weights become places. Each can be followed back to the run it came from.',
    drawing: (
      <>
        {[
          [18, 104],
          [36, 92],
          [54, 60],
        ].map(([y, x]) => (
          <g key={y}>
            <path d={`M14 ${y} H${x}`} {...faint} />
            <path d={`M${x} ${y! - 7} v14`} {...(y === 18 ? iron : line)} strokeWidth={4} />
          </g>
        ))}
        <path d="M126 18 v18 h-8 M126 18 h-8" {...line} />
      </>
    ),
  },
  {
    title: 'Legacy',
    says: 'The next class starts from this one: the best designs, their faults, the number to beat.',
    drawing: (
      <>
        <path d="M16 24 h44 v40 h-44 z M24 16 h44 v40" {...line} />
        {words([26, 20], 24, 38)}
        <path d="M78 40 h40 m-10 -9 l10 9 -10 9" {...iron} />
        <path d="M132 30 v20 M122 40 h20" {...line} />
      </>
    ),
  },
];

/** The way of a course in ten pictures. */
export function Course() {
  return (
    <ol className="grid sm:grid-cols-2 gap-x-8 gap-y-4">
      {STEPS.map(({ title, says, drawing }, i) => (
        <li key={title} className="flex gap-4 items-center">
          <svg
            viewBox="0 0 156 80"
            width="156"
            height="80"
            aria-hidden
            className="shrink-0 border border-hair bg-sheet"
          >
            {drawing}
          </svg>
          <div>
            <h3>
              <span className="num">{i + 1}</span> {title}
            </h3>
            <p>{says}</p>
          </div>
        </li>
      ))}
    </ol>
  );
}
