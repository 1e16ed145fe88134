'use client';

import type { Stand } from '@/core/desk/stand';
import { tagColour } from '@/ui/colours';
import { useAsk } from '@/ui/kit/useAsk';
import { TeamTag } from '@/ui/sheet/Sheet';
import { livesWords } from './words';
import type { DeskTeam } from '@/areas/event/shared/contests/atDesk';
import type { Act } from './DeskMatch';

const WHY = ['the device is broken beyond repair', 'the team has to leave', 'the inspection was not passed'];

/** How every team stands; one that can't go on withdraws, with the reason. */
export function Withdrawing({
  stand,
  teams,
  act,
  busy,
  own,
}: {
  stand: Stand;
  teams: readonly DeskTeam[];
  act: Act;
  busy: boolean;
  own: string | null;
}) {
  const { ask, asked } = useAsk();
  return (
    <ul>
      {asked}
      {stand.played.teams.map((team) => {
        const found = teams.find(({ id }) => id === team.team);
        const name = found?.name ?? 'a team that left';
        return (
          <li key={team.team} className="flex flex-wrap gap-3 items-baseline py-1 border-b border-hair">
            <TeamTag name={name} colour={tagColour(found?.colour ?? 0)} />
            <span className="faint grow">{livesWords(team)}</span>
            {!team.withdrawn && !team.out && team.team !== own && (
              <button
                type="button"
                className="btn-text text-sm"
                disabled={busy}
                onClick={() =>
                  ask(
                    {
                      title: `${name} withdraws`,
                      says: 'Whoever meets them from now on goes on without a match.',
                      reasons: WHY,
                      label: `Withdraw ${name}`,
                    },
                    (reason) =>
                      void act(
                        { does: 'withdrawal', winner: team.team, reason },
                        `${name} withdraws`,
                        `${name} has withdrawn.`,
                      ),
                  )
                }
              >
                Withdraw {name}
              </button>
            )}
          </li>
        );
      })}
    </ul>
  );
}
