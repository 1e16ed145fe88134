'use client';

import { tagColour } from '@/ui/colours';
import { Fold } from '@/ui/sheet/Fold';
import { TeamTag } from '@/ui/sheet/Sheet';

/** A line of Today as it is shown. */
export interface LineWords {
  tone: 'brick' | 'ochre' | 'moss' | 'ink' | 'iron';
  headline: string;
  detail: string;
  href: string;
  label: string;
}
const TONE = { brick: 'text-brick', ochre: 'text-ochre', moss: 'text-moss', ink: 'text-ink', iron: 'text-iron' };

/** A team: how it stands and its most urgent line are shown, the rest folded behind them. */
export function TeamToday({
  team,
  colour,
  lines,
  shown,
}: {
  team: string;
  colour: number;
  lines: LineWords[];
  shown: number;
}) {
  const rest = lines.slice(shown);
  return (
    <section aria-label={team} className="grid grid-cols-[84px_1fr] gap-x-2.5 py-1.5 border-b border-hair">
      <span className="pt-0.5">
        <TeamTag name={team} colour={tagColour(colour)} />
      </span>
      <div>
        {lines.slice(0, shown).map((line) => (
          <Line key={line.headline} {...line} />
        ))}
        {lines.length === 0 && <p className="text-moss font-semibold">Nothing open</p>}
        {rest.length > 0 && (
          <Fold minor label={<span className="text-sm faint">{rest.length} more</span>}>
            {rest.map((line) => (
              <Line key={line.headline} {...line} />
            ))}
          </Fold>
        )}
      </div>
    </section>
  );
}

export function Line({ tone, headline, detail, href, label }: LineWords) {
  return (
    <div className="flex flex-wrap gap-x-3 items-baseline py-0.5">
      <div className="grow basis-52">
        <b className={`font-semibold ${TONE[tone]}`}>{headline}</b>
        <p className="text-sm faint">{detail}</p>
      </div>
      <a href={href} className="font-medium text-sm whitespace-nowrap">
        {label} →
      </a>
    </div>
  );
}
