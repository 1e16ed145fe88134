import { plural, shortName } from '@/core/format';
import type { Member } from '@/areas/course';
import type { BuildRule, Iteration } from './iterations';

/** What a team still lacks of what the course asks of the designs, in words; nothing when it has all. Planned ones don't count. */
export function lackingOf(
  rule: BuildRule,
  own: readonly Iteration[],
  members: readonly Pick<Member, 'accountId' | 'name'>[],
): string[] {
  const built = own.filter(({ state }) => state !== 'planned');
  const { leastTeam, leastMember, makesOfficial } = rule;
  const official = makesOfficial && built.length === 0 ? ['not official yet: no iteration is recorded'] : [];
  const team =
    leastTeam !== null && built.length < leastTeam
      ? [`${built.length} of ${plural(leastTeam, 'iteration')} recorded`]
      : [];
  const each =
    leastMember === null
      ? []
      : members.flatMap(({ accountId, name }) => {
          const made = built.filter(({ makerId }) => makerId === accountId).length;
          return made < leastMember ? [`${shortName(name)} made ${made} of ${plural(leastMember, 'iteration')}`] : [];
        });
  return [...official, ...team, ...each];
}
