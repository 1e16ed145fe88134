import { seesAll, allowed } from '@/server/access';
import { teamIdsIn, listStudents, type Place, type Search } from '@/areas/course';
import {
  listReviews,
  listFindings,
  findReviewRule,
  listReviewActions,
  standingOnly,
  isOpen,
} from '@/areas/reviews/read/reviews';
import { classFindings } from '@/areas/reviews/read/classFindings';
import { listEvidence } from '@/areas/reviews/read/evidence';
import type { Sql } from '@/db/connection';

/** What the page “Findings” shows. */
export async function readFindingsPage(sql: Sql, frame: Place, { search }: { search: Search }) {
  const { seat } = frame;
  const { project, teamId } = seat;
  const sees = seesAll(seat);
  const ids = sees ? teamIdsIn(frame.teams, frame.section?.id ?? null, frame.team?.id ?? null) : teamId ? [teamId] : [];
  const [reviews, findings, rule, students, actions] = await Promise.all([
    listReviews(sql, project.id),
    listFindings(sql, project.id),
    findReviewRule(sql, project.id),
    listStudents(sql, project.id),
    listReviewActions(sql, project.id),
  ]);
  const teams = frame.teams.filter(({ id }) => ids.includes(id));
  const own = standingOnly(findings).filter(
    ({ teamId: of, released }) => ids.includes(of) && allowed(seat, 'finding.read', { teamId: of, released }),
  );
  const whole = classFindings(sees ? findings : own, teams);
  const order = [...own].sort(
    (a, b) => Number(isOpen(b)) - Number(isOpen(a)) || (a.kind === b.kind ? 0 : rank(a.kind) - rank(b.kind)),
  );
  const shownActions = actions.filter((one) => one.teamId !== null && ids.includes(one.teamId));
  const open = own.filter(isOpen).length;
  // Of a whole class what is open comes first; the rest is looked at when it is asked for.
  const every = !sees || frame.team !== null || search.all !== undefined;
  const shown = every ? order : order.filter(isOpen).slice(0, MOST);
  const [, form, named] = /^(close|owner)-([0-9a-f-]{36})$/.exec(String(search.panel ?? '')) ?? [];
  const opened = form ? own.find(({ id }) => id === named) : undefined;
  const evidence = form === 'close' && opened ? await listEvidence(sql, project.id, opened.teamId) : [];
  return { sees, reviews, rule, students, teams, own, whole, shownActions, open, every, shown, form, opened, evidence };
}

const rank = (kind: string) => ['must', 'should', 'note', 'good'].indexOf(kind);

/** So many open findings of a class are shown at first, what must be mended before the rest. */
const MOST = 50;
