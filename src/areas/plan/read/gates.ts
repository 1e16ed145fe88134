import { remembered } from '@/db/remember';
import { judgeGate, type Decision, type Evidence, type GateItem, type JudgedGate } from '@/core/gates';
import { shortName } from '@/core/names';
import type { ListedAction } from '@/areas/course';
import { missing } from '@/core/safety';
import { type Sql } from '@/db/connection';
import { hazardsOf, readSafety, readBy, type Safety, missingWords } from '@/areas/safety';
import { listLastVerdicts, type ReviewSaid } from '@/areas/plan/read/gates/reviewVerdicts';

export interface GateDecision extends Decision {
  id: string;
  teamId: string;
  by: string;
  on: string;
  version: number;
  conditions: ListedAction[];
}
export interface Signature {
  id: string;
  itemId: string;
  teamId: string;
  byId: string | null;
  by: string;
  on: string;
  note: string;
}
/** A gate with its checklist; it stands before a stage. */
export interface Gate {
  id: string;
  name: string;
  stageId: string;
  stageName: string;
  position: number;
  /** Nothing is built before it opens. */
  guardsBuilding: boolean;
  /** Nothing is cut in final material before it opens. */
  guardsFinal: boolean;
  version: number;
  items: GateItem[];
  decisions: GateDecision[];
  signatures: Signature[];
}

/** The gates of a project in the order of the stages behind them, with what was signed and decided: one query. */
export const listGates = remembered(async (sql: Sql, projectId: string): Promise<Gate[]> => {
  return sql<Gate[]>`
    select g.id, g.name, g.stage_id, s.name as stage_name, g.position, g.guards_building, g.guards_final, g.version,
      coalesce((select jsonb_agg(jsonb_build_object('id', i.id, 'kind', i.kind, 'text', i.text, 'count', i.count, 'signer', i.signer,
          'stage', case when t.id is not null then jsonb_build_object('id', t.id, 'name', t.name) end,
          'review', case when k.id is not null then jsonb_build_object('id', k.id, 'name', k.name) end) order by i.position)
        from gate_item i left join stage t on t.id = i.stage_id left join review_kind k on k.id = i.review_kind_id where i.gate_id = g.id), '[]') as items,
      coalesce((select jsonb_agg(jsonb_build_object('id', d.id, 'teamId', d.team_id, 'kind', d.kind, 'reason', d.reason, 'by', d.by_name,
          'on', d.decided_on, 'version', d.version, 'conditions', coalesce((
            select jsonb_agg(jsonb_build_object('id', a.id, 'what', a.what, 'owner', o.name, 'dueOn', a.due_on, 'done', a.state <> 'open',
              'version', a.version) order by a.due_on, a.what)
            from action a left join account o on o.id = a.owner_id where a.source_kind = 'gate' and a.source_id = d.id), '[]')))
        from gate_decision d where d.gate_id = g.id), '[]') as decisions,
      coalesce((select jsonb_agg(jsonb_build_object('id', x.id, 'itemId', x.item_id, 'teamId', x.team_id, 'byId', x.signed_by,
          'by', x.by_name, 'on', x.signed_on, 'note', x.note) order by x.signed_on, x.by_name)
        from gate_signature x join gate_item i on i.id = x.item_id where i.gate_id = g.id), '[]') as signatures
    from gate g join stage s on s.id = g.stage_id where g.project_id = ${projectId} order by s.position, g.position, g.name`;
});

/** What there is of every team, as gates look at it. */
export interface Found {
  agreed: number;
  proposed: number;
  teams: FoundOfTeam[];
  /** The last verdict of each kind of review on each team. */
  reviews: ReviewSaid[];
}
interface FoundOfTeam {
  id: string;
  members: { id: string; name: string }[];
  stages: [id: string, state: 'open' | 'handed-in' | 'accepted' | 'returned'][];
  runs: number;
  built: number;
  /** Who made one, by account, once for each. */
  makers: string[];
  checked: { id: string; number: number; by: string[] } | null;
  musts: { number: number | null; unmeasured: string[] };
}

interface FoundOfIteration {
  id: string;
  teamId: string;
  number: number;
  /** Parameters with a measurement, and those with a valid run of their protocol. */
  measured: string[];
  tried: string[] | null;
  runs: number;
  built: boolean;
  makerId: string | null;
  checkedBy: string[];
}
type Must = { code: string; parameterId: string };

/** What gates look at, but for safety: four queries. */
export const readFound = remembered(async (sql: Sql, projectId: string): Promise<Found> => {
  const [requirements, iterations, teams, reviews] = await Promise.all([
    sql<{ code: string; state: string; parameterId: string | null; isMust: boolean }[]>`
      select code, state, parameter_id, priority = 'must' and kind <> 'wish' as is_must from requirement
      where project_id = ${projectId} order by code`,
    listFoundIterations(sql, projectId),
    sql<Pick<FoundOfTeam, 'id' | 'members' | 'stages'>[]>`
      select t.id,
        coalesce((select json_agg(json_build_object('id', a.id, 'name', a.name) order by a.name) from team_member m
          join account a on a.id = m.account_id
          join enrolment e on e.project_id = m.project_id and e.account_id = m.account_id and e.left_on is null
          where m.team_id = t.id), '[]') as members,
        coalesce((select json_agg(json_build_array(h.stage_id, h.state)) from hand_in h where h.team_id = t.id), '[]') as stages
      from team t where t.project_id = ${projectId}`,
    listLastVerdicts(sql, projectId),
  ]);
  const agreed = requirements.filter(({ state }) => state === 'agreed' || state === 'changed');
  const musts = agreed.flatMap(({ code, parameterId, isMust }) =>
    isMust && parameterId ? [{ code, parameterId }] : [],
  );
  return {
    agreed: agreed.length,
    proposed: requirements.filter(({ state }) => state === 'proposed').length,
    reviews,
    teams: teams.map((team) => ({
      ...team,
      ...foundOf(
        iterations.filter(({ teamId }) => teamId === team.id),
        musts,
      ),
    })),
  };
});

function listFoundIterations(sql: Sql, projectId: string): Promise<FoundOfIteration[]> {
  return sql<FoundOfIteration[]>`
    select i.id, i.team_id, i.number, i.state <> 'planned' as built, i.maker_id, coalesce(r.runs, 0) as runs, r.tried,
      array(select m.parameter_id from measurement m where m.iteration_id = i.id) as measured,
      array(select k.by_name from iteration_check k where k.iteration_id = i.id order by k.checked_on, k.by_name) as checked_by
    from iteration i left join (
      select r.iteration_id, count(distinct r.id)::int as runs, array_agg(distinct q.parameter_id) filter (where r.status = 'ok') as tried
      from run r left join reading v on v.run_id = r.id left join quantity q on q.id = v.quantity_id
      where r.project_id = ${projectId} and r.stands group by r.iteration_id) r on r.iteration_id = i.id
    where i.project_id = ${projectId} order by i.number desc`;
}

/** A team's part: the iteration that most have checked, and the one on which most musts are measured; of equal ones the newest. */
function foundOf(iterations: readonly FoundOfIteration[], musts: readonly Must[]) {
  const known = (one: FoundOfIteration) => new Set([...one.measured, ...(one.tried ?? [])]);
  const open = (one: FoundOfIteration | undefined) => {
    const measured = one ? known(one) : new Set<string>();
    return musts.filter(({ parameterId }) => !measured.has(parameterId)).map(({ code }) => code);
  };
  const first = (better: (a: FoundOfIteration, b: FoundOfIteration) => number) => [...iterations].sort(better)[0];
  const checked = first((a, b) => b.checkedBy.length - a.checkedBy.length);
  const fullest = first((a, b) => open(a).length - open(b).length);
  return {
    runs: iterations.reduce((sum, { runs }) => sum + runs, 0),
    built: iterations.filter(({ built }) => built).length,
    makers: iterations.flatMap(({ built, makerId }) => (built && makerId ? [makerId] : [])),
    checked: checked ? { id: checked.id, number: checked.number, by: checked.checkedBy } : null,
    musts: { number: fullest?.number ?? null, unmeasured: open(fullest) },
  };
}

/** A gate as it stands for a team. */
export interface TeamGate extends JudgedGate {
  gate: Gate;
  teamId: string;
  decision: GateDecision | null;
  /** What the team still has to do: conditions of the decision, and of the reviews that its items ask for. */
  conditions: ListedAction[];
  /** The reviews that its items ask for, as far as they were held. */
  reviews: ReviewSaid[];
}

/** Every gate judged for every team. */
export function judgeGates(
  gates: readonly Gate[],
  found: Found,
  safety: Safety,
  { today }: { today: string },
): TeamGate[] {
  return found.teams.flatMap((team) => gates.map((gate) => judgeFor(gate, team, found, safety, today)));
}

/** Every gate judged for every team; without a gate nothing else is looked at. */
export const listJudgedGates = remembered(async (sql: Sql, projectId: string, today: string): Promise<TeamGate[]> => {
  const gates = await listGates(sql, projectId);
  if (gates.length === 0) return [];
  const [found, safety] = await Promise.all([readFound(sql, projectId), readSafety(sql, projectId)]);
  return judgeGates(gates, found, safety, { today });
});

function judgeFor(gate: Gate, team: FoundOfTeam, found: Found, safety: Safety, today: string): TeamGate {
  const decision = gate.decisions.find((one) => one.teamId === team.id) ?? null;
  const signed = new Map<string, string[]>();
  for (const one of gate.signatures)
    if (one.teamId === team.id) signed.set(one.itemId, [...(signed.get(one.itemId) ?? []), shortName(one.by)]);
  const lacking = missing({
    hazards: hazardsOf(safety.hazards, 'stages', gate.stageId),
    people: team.members.map((member) => member.id),
    asks: 'each',
    signOffs: safety.signOffs,
    read: readBy(safety, team.id),
    day: today,
  });
  const said = found.reviews.filter(
    (one) => one.teamId === team.id && gate.items.some(({ review }) => review?.id === one.kindId),
  );
  const evidence: Evidence = {
    requirements: { agreed: found.agreed, proposed: found.proposed },
    stages: new Map(team.stages),
    runs: team.runs,
    iterations: team.built,
    makers: team.members.map(({ id, name }) => ({
      name: shortName(name),
      made: team.makers.filter((maker) => maker === id).length,
    })),
    checked: team.checked && { label: `iteration ${team.checked.number}`, by: team.checked.by.map(shortName) },
    musts: {
      label: team.musts.number === null ? null : `iteration ${team.musts.number}`,
      unmeasured: team.musts.unmeasured,
    },
    missingSignOffs: missingWords(lacking, team.members).map((one) => one.says),
    signed,
    reviews: new Map(
      said.map(({ kindId, verdict, on, conditions }) => [
        kindId,
        { verdict, on, openConditions: conditions.filter(({ done }) => !done).length },
      ]),
    ),
  };
  const conditions = [...(decision?.conditions ?? []), ...said.flatMap((one) => one.conditions)];
  return {
    gate,
    teamId: team.id,
    decision,
    conditions,
    reviews: said,
    ...judgeGate({ items: gate.items, evidence, decision }),
  };
}
