import type { Team } from '@/domain/classes/read';
import type { TodayItem } from '@/domain/today';
import { tagColour } from '@/ui/colours';
import { TeamTag } from '@/ui/sheet/Sheet';

const TONE = { brick: 'text-brick', ochre: 'text-ochre', moss: 'text-moss', ink: 'text-ink', iron: 'text-iron' };

/** The lines of the class, then each team with how it stands, its most urgent line, and the rest folded behind them. */
export function TodayList({ items, teams }: { items: TodayItem[]; teams: Team[] }) {
  const own = (id: string) => items.filter((item) => item.teamId === id);
  const urgency = (id: string) => own(id)[0]?.urgency ?? -1;
  const order = [...teams].sort((a, b) => urgency(b.id) - urgency(a.id));
  const shared = items.filter((item) => item.teamId === null);
  return (
    <>
      {shared.length > 0 && (
        <section aria-label="For the class" className="mb-3">
          {shared.map((item) => (
            <Line key={item.headline} item={item} />
          ))}
        </section>
      )}
      {order.length > 0 && <h2 className="border-b border-ink pb-1">Each team, most urgent first</h2>}
      {order.map((team) => {
        const always = own(team.id).find((item) => item.always);
        const [first, ...rest] = own(team.id).filter((item) => item !== always);
        return (
          <section
            key={team.id}
            aria-label={team.name}
            className="grid grid-cols-[84px_1fr] gap-x-2.5 py-1.5 border-b border-hair"
          >
            <span className="pt-0.5">
              <TeamTag name={team.name} colour={tagColour(team.colour)} />
            </span>
            <div>
              {always && <Line item={always} />}
              {first && <Line item={first} />}
              {!first && !always && <p className="text-moss font-semibold">Nothing open</p>}
              {rest.length > 0 && (
                <details>
                  <summary className="cursor-pointer text-sm faint">{rest.length} more</summary>
                  {rest.map((item) => (
                    <Line key={item.headline} item={item} />
                  ))}
                </details>
              )}
            </div>
          </section>
        );
      })}
    </>
  );
}

function Line({ item }: { item: TodayItem }) {
  return (
    <div className="flex flex-wrap gap-x-3 items-baseline py-0.5">
      <div className="grow basis-52">
        <b className={`font-semibold ${TONE[item.tone]}`}>{item.headline}</b>
        <p className="text-sm faint">{item.detail}</p>
      </div>
      <a href={item.href} className="font-medium text-sm whitespace-nowrap">
        {item.label} →
      </a>
    </div>
  );
}
