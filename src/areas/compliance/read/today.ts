import { differenceInCalendarDays, parseISO } from 'date-fns';
import { conflicts } from '@/core/requirements';
import { inForce, limitOf, listChanges, listRequirements, type Requirement } from '@/areas/brief';
import { verdictsFor } from './verdicts';
import { plural, quantity, limitText } from '@/core/format';
import { verdictChanges } from './verdictChanges';
import { explainInconclusive } from './explainInconclusive';
import { WORD } from '@/areas/compliance/shared/turned';
import type { Sql } from '@/db/connection';
import { todayPart, type Asked, type TodayItem } from '@/areas/area';
import { readSources } from '@/areas/bench';
import { listLatestIterations } from '@/areas/builds';

/** What these lines are made from. */
async function load(sql: Sql, { projectId }: Asked) {
  const [changes, requirements, latest, sources] = await Promise.all([
    listChanges(sql, projectId),
    listRequirements(sql, projectId),
    listLatestIterations(sql, projectId),
    readSources(sql, projectId),
  ]);
  return { changes, requirements, latest, sources };
}
type Given = Asked & Awaited<ReturnType<typeof load>>;

/** What requirements have to say on Today: what fails, what is inconclusive, what nobody has measured. */
export const requirementItems = ({ teams, requirements, latest, sources, leads, href }: Given): TodayItem[] => {
  if (requirements.length === 0) {
    if (!leads) return [];
    return [
      {
        teamId: null,
        urgency: 80,
        tone: 'iron',
        headline: 'No requirement yet',
        detail: 'Write down what the client said, then what it means: a limit, a yes/no, a wish.',
        href: href('requirements'),
        label: 'Requirements',
      },
    ];
  }
  const clashes: TodayItem[] = !leads
    ? []
    : conflictsIn(requirements).map(({ a, b, reason }) => ({
        teamId: null,
        urgency: 75,
        tone: 'brick',
        headline: `${a} and ${b} exclude each other`,
        detail: reason,
        href: href('requirements'),
        label: 'Requirements',
      }));
  const own = teams.flatMap((team): TodayItem[] => {
    const iteration = latest.find((one) => one.teamId === team.id);
    if (!iteration) return [];
    const verdicts = verdictsFor(requirements, iteration, sources);
    const place = { teamId: team.id, href: href(`builds/${iteration.id}`) };
    const worst = verdicts.filter((v) => v.verdict === 'fails');
    const open = verdicts.filter((v) => v.verdict === 'inconclusive');
    const missing = verdicts.filter((v) => v.verdict === 'not-measured' && v.requirement.priority === 'must');
    return [
      ...worst.map((v): TodayItem => ({
        ...place,
        urgency: 90,
        tone: 'brick',
        headline: `${v.requirement.statement}: fails`,
        detail:
          v.value === null
            ? `${v.requirement.code} is not met on iteration ${iteration.number}`
            : `${v.requirement.code}, iteration ${iteration.number}: ${quantity(v.value, v.requirement.unit)}, ${quantity(Math.abs(v.margin ?? 0), v.requirement.unit)} beyond the limit`,
        label: 'Iteration',
      })),
      ...open.map((v): TodayItem => ({
        ...place,
        urgency: 60,
        tone: 'ochre',
        headline: `${v.requirement.statement}: inconclusive`,
        detail: explainInconclusive(v),
        label: 'Iteration',
      })),
      ...(missing.length
        ? [
            {
              ...place,
              urgency: 30,
              tone: 'ink',
              headline: `${plural(missing.length, 'must')} not measured`,
              detail: `On iteration ${iteration.number}: ${missing.map((v) => v.requirement.code).join(', ')}`,
              label: 'Iteration',
            } satisfies TodayItem,
          ]
        : []),
    ];
  });
  return [...clashes, ...own];
};

function conflictsIn(requirements: Requirement[]) {
  const limited = inForce(requirements).flatMap((r) => {
    const limit = limitOf(r);
    return limit && r.parameterName ? [{ code: r.code, parameter: r.parameterName, limit }] : [];
  });
  return conflicts({ requirements: limited }).conflicts;
}

/** For how many days a change that turns no verdict is told. */
const NEWS = 14;

/** Changes of agreed requirements: for each team whose verdict one turns, until it is dealt with; for all while it is new. */
export const changeItems = ({ changes, requirements, teams, latest, sources, today, href }: Given): TodayItem[] =>
  changes.flatMap((change): TodayItem[] => {
    const requirement = requirements.find((one) => one.id === change.requirementId);
    if (!requirement) return [];
    const { before, after, reason, changedOn } = change;
    const text = (then: typeof before) => limitText({ ...then, weight: null });
    const what =
      after.state === 'withdrawn'
        ? 'withdrawn'
        : text(before) === text(after)
          ? 'changed'
          : `changed from ${text(before)} to ${text(after)}`;
    const headline = `${requirement.code} ${after.statement}: ${what}`;
    const open = teams.filter((team) => !change.seenBy.includes(team.id)).map((team) => team.id);
    const flips = verdictChanges(
      requirement,
      change,
      latest.filter((one) => open.includes(one.teamId)),
      sources,
    );
    const place = { href: `${href('requirements')}#changes`, label: 'Respond' };
    const affected = teams.flatMap((team): TodayItem[] => {
      const flip = flips.find((one) => one.teamId === team.id);
      if (!flip) return [];
      return [
        {
          ...place,
          teamId: team.id,
          urgency: flip.after === 'fails' ? 95 : 65,
          tone: flip.after === 'fails' ? 'brick' : 'ochre',
          headline,
          detail: `Iteration ${flip.iterationNumber}: ${WORD[flip.before]} before, ${WORD[flip.after]} now. ${reason}`,
        },
      ];
    });
    const isNew = differenceInCalendarDays(parseISO(today), parseISO(changedOn)) <= NEWS;
    const news: TodayItem = {
      ...place,
      teamId: null,
      urgency: 25,
      tone: 'ink',
      headline,
      detail: reason,
      label: 'Changes',
    };
    return isNew ? [...affected, news] : affected;
  });

export const changesToday = todayPart('requirements', load, changeItems);
export const requirementsToday = todayPart('requirements', load, requirementItems);
