import { groupBy } from '@/core/shared/groupBy';
import type { Team } from '@/areas/course';
import type { TodayItem } from './index';
import { Line, TeamToday, type LineWords } from './TeamToday';

/** The lines of the class, then each team with how it stands, its most urgent line, and the rest folded behind them. */
export function TodayList({ items, teams }: { items: TodayItem[]; teams: Team[] }) {
  const byTeam = groupBy(items, ({ teamId }) => teamId ?? '');
  const own = (id: string) => byTeam.get(id) ?? [];
  const urgency = (id: string) => own(id)[0]?.urgency ?? -1;
  const order = [...teams].sort((a, b) => urgency(b.id) - urgency(a.id));
  const shared = items.filter((item) => item.teamId === null);
  return (
    <>
      {shared.length > 0 && (
        <section aria-label="For the class" className="mb-3">
          {shared.map((item) => (
            <Line key={item.headline} {...wordsOf(item)} />
          ))}
        </section>
      )}
      {order.length > 0 && <h2 className="border-b border-ink pb-1">Each team, most urgent first</h2>}
      {order.map((team) => {
        // How the team stands comes first, whatever else is urgent.
        const always = own(team.id).filter((item, i, all) => item === all.find((one) => one.always));
        const lines = [...always, ...own(team.id).filter((item) => !always.includes(item))];
        return (
          <TeamToday
            key={team.id}
            team={team.name}
            colour={team.colour}
            lines={lines.map(wordsOf)}
            shown={always.length + 1}
          />
        );
      })}
    </>
  );
}

function wordsOf({ tone, headline, detail, href, label }: TodayItem): LineWords {
  return { tone, headline, detail, href, label };
}
