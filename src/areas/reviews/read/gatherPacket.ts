import { readiness, type Purpose } from '@/core/reviews';
import { budget, inUnit } from '@/core/requirements';
import { limitText, measured, quantity } from '@/core/format';
import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';
import type { Project } from '@/server/access';
import { momentHere } from '@/server/clock';
import { listBriefVersions, allowedSide, listBudgets, listRequirements } from '@/areas/brief';
import {
  eachQuantity,
  listProtocols,
  measureName,
  listRunGroupsOf,
  madeAt,
  runsUnder,
  listConclusions,
  saidNow,
  standingOf,
} from '@/areas/bench';
import { claimsOf, turnedWords, figureOf, verdictsFor, restsOn } from '@/areas/compliance';
import {
  fromTo,
  listChanges,
  listIterations,
  type Iteration,
  isBroken,
  listCopies,
  judgeBill,
  limitOn,
  listBills,
  listMaterials,
} from '@/areas/builds';
import { readPaces, stageWords, standsAt } from '@/areas/plan';
import { listPackets, packetBefore, type Packet } from './packet';
import { isOpen, listFindings, standingOnly, type Review, type Slot } from './reviews';

interface Asked {
  project: Project;
  now: string;
  review: Review;
  slot: Slot;
  on: { date: string; start: string } | null;
}

/** Before anything is built nobody asks for evidence. */
const BEFORE_BUILDING: readonly Purpose[] = ['proposal', 'drawing'];

/** Puts a team's packet together from the evidence there is now; works with a transaction's handle. */
export async function gatherPacket(sql: Sql, { project, now, review, slot, on }: Asked): Promise<Packet> {
  const [projectId, teamId, today] = [project.id, slot.teamId, now.slice(0, 10)];
  const [
    requirements,
    all,
    allChanges,
    protocols,
    materials,
    bills,
    budgets,
    briefs,
    conclusions,
    findings,
    actions,
    packets,
  ] = await Promise.all([
    listRequirements(sql, projectId),
    listIterations(sql, projectId),
    listChanges(sql, projectId),
    listProtocols(sql, projectId),
    listMaterials(sql, projectId),
    listBills(sql, projectId),
    listBudgets(sql, projectId),
    listBriefVersions(sql, projectId),
    listConclusions(sql, projectId),
    listFindings(sql, projectId),
    listActionsOf(sql, projectId, teamId),
    listPackets(sql, projectId, teamId),
  ]);
  const own = all.filter((one) => one.teamId === teamId);
  const ids = own.map(({ id }) => id).sort();
  const [runs, copies, paces] = await Promise.all([
    listRunGroupsOf(sql, projectId, ids),
    listCopies(sql, projectId, ids),
    readPaces(sql, project, now),
  ]);
  const sources = { protocols: eachQuantity(protocols), runs };
  const newest = own.at(-1) ?? null;
  const since = packetBefore(packets, slot.id, null)?.content.asOf.slice(0, 10) ?? null;
  const shown = own.filter((one) => since === null || one.builtOn >= since || one === newest);
  const numberOf = (id: string) => all.find((one) => one.id === id)?.number ?? 0;
  const verdicts = verdictsFor(requirements, newest, sources);
  const parentOf = (one: Iteration) => own.find(({ id }) => id === one.parents[0]?.id);
  // The team reads its packet, so what was not released to it does not stand there.
  const told = standingOnly(findings).filter(
    (one) => one.teamId === teamId && one.reviewId !== review.id && one.released,
  );
  const pace = paces.get(teamId) ?? null;
  const ended = pace === null || pace.done === pace.stages;
  const newestCopies = copies.filter(({ iterationId }) => iterationId === newest?.id);
  const musts = verdicts.filter(({ requirement }) => requirement.priority === 'must');
  const wantedOf = (parameterId: string | null) =>
    sources.protocols.find((one) => one.parameterId === parameterId)?.runsWanted ?? null;
  return {
    asOf: now,
    on,
    newest: newest && { id: newest.id, number: newest.number },
    requirements: verdicts.map((one) => ({
      id: one.requirement.id,
      code: one.requirement.code,
      statement: one.requirement.statement,
      must: one.requirement.priority === 'must',
      limit: limitText(one.requirement),
      ...allowedSide(one.requirement),
      yes: one.requirement.kind === 'yes',
      verdict: one.verdict,
      value: one.value,
      uncertainty: one.uncertainty,
      figure:
        one.answer !== null
          ? one.answer
            ? 'yes'
            : 'no'
          : one.value === null
            ? ''
            : measured(one.value, one.uncertainty, one.requirement.unit),
      rests: restsOn(one),
    })),
    iterations: shown.map((one) => {
      const before = parentOf(one);
      return {
        id: one.id,
        number: one.number,
        kind: one.kind,
        state: one.state,
        builtOn: one.builtOn,
        change: one.change,
        reason: one.reason,
        changes: allChanges
          .filter(({ iterationId }) => iterationId === one.id)
          .map((change) => `${change.what}${fromTo(change)}`),
        expects: one.expects,
        turned: before
          ? turnedWords(verdictsFor(requirements, before, sources), verdictsFor(requirements, one, sources))
          : [],
        claims: claimsOf(one, allChanges, own, sources).map(({ change, check }) => ({
          text: `${change.claim}: ${change.what}`,
          verdict: check.verdict,
        })),
        good: one.good,
        bad: one.bad,
      };
    }),
    runs: shown.flatMap((one) =>
      sources.protocols.flatMap((protocol) => {
        const used = runsUnder(protocol, one.id, runs);
        // As Compliance tells it, by this protocol alone.
        const found = figureOf(protocol.parameterId, { ...one, measurements: [] }, { protocols: [protocol], runs });
        if (!used || !found) return [];
        const { value, uncertainty } = inUnit(found.measured, protocol.unit);
        return [
          {
            quantityId: protocol.quantityId,
            iterationId: one.id,
            test: measureName(protocol),
            iteration: one.number,
            count: used.values.length,
            wanted: protocol.runsWanted,
            figure: measured(value, uncertainty, protocol.unit),
            at: madeAt(used, protocol),
          },
        ];
      }),
    ),
    comparisons: conclusions
      .filter((one) => one.teamId === teamId && one.open)
      .map((one) => {
        const protocol = sources.protocols.find(({ quantityId }) => quantityId === one.quantityId);
        const said = protocol ? saidNow(one, protocol, runs, null, (id) => `Iteration ${numberOf(id)}`) : null;
        return { id: one.id, text: one.text, says: said?.sentence ?? '', standing: standingOf(one, said) };
      }),
    breaks: copies.flatMap((copy) =>
      copy.notes.flatMap((note, at) => {
        if (note.kind !== 'broke') return [];
        const mended = copy.notes.slice(at + 1).find(({ kind }) => kind === 'repaired');
        return [
          {
            id: note.id,
            iteration: numberOf(copy.iterationId),
            copy: copy.number,
            what: note.what,
            on: momentHere(project, note.at).slice(0, 10),
            mended: mended?.what ?? null,
          },
        ];
      }),
    ),
    budgets: budgetRows({
      requirements,
      bills,
      materials,
      budgets,
      newest,
      teamId,
      banned: briefs[0]?.content.banned ?? [],
    }),
    schedule: pace && { stage: stageWords(pace), stands: standsAt(pace), behind: pace.behind > 0 && !ended },
    actions: actions.map((one) => ({ ...one, late: isLate(one, today) })),
    findings: told.map((one) => ({
      id: one.id,
      kind: one.kind,
      text: one.text,
      about: one.about,
      review: one.reviewId,
      closedBy: one.closedBy,
      closedWith: one.closedWith,
    })),
    answers: review.kind.questions.map((question, i) => ({
      id: `answer ${i + 1}`,
      question,
      text: slot.answers.find((one) => one.question === question)?.text ?? '',
    })),
    remarks: slot.remarks,
    checklist: review.kind.checklist,
    readiness: readiness({
      musts: musts.map(({ requirement, verdict, evidence }) => ({
        code: requirement.code,
        verdict,
        runs: evidence.kind === 'runs' ? evidence.runs : null,
        wanted: evidence.kind === 'runs' ? wantedOf(requirement.parameterId) : null,
      })),
      asksEvidence: !BEFORE_BUILDING.includes(review.kind.purpose),
      mustMend: told.filter((one) => one.kind === 'must' && isOpen(one)).length,
      actions: {
        open: actions.filter(({ state }) => state === 'open').length,
        late: actions.filter((one) => isLate(one, today)).length,
      },
      slack: ended ? null : -pace.behind,
      broken: newestCopies.length > 0 && newestCopies.every(isBroken),
    }),
  };
}

const isLate = ({ state, dueOn }: { state: string; dueOn: string | null }, today: string) =>
  state === 'open' && dueOn !== null && dueOn < today;

const listActionsOf = remembered(
  async (sql: Sql, projectId: string, teamId: string): Promise<Omit<Packet['actions'][number], 'late'>[]> => {
    return sql<Omit<Packet['actions'][number], 'late'>[]>`
      select id, what, owner_id, due_on, state from action
      where project_id = ${projectId} and team_id = ${teamId} and state <> 'dropped' order by state desc, due_on nulls last, what, id`;
  },
);

interface Budgeted {
  requirements: Awaited<ReturnType<typeof listRequirements>>;
  bills: Awaited<ReturnType<typeof listBills>>;
  materials: Awaited<ReturnType<typeof listMaterials>>;
  budgets: Awaited<ReturnType<typeof listBudgets>>;
  newest: Iteration | null;
  teamId: string;
  banned: readonly string[];
}

/** What the bill of the newest iteration leaves of the limits on mass and cost, and how limits were split. */
function budgetRows({ requirements, bills, materials, budgets, newest, teamId, banned }: Budgeted): Packet['budgets'] {
  const lines = bills.find((one) => one.iterationId === newest?.id)?.lines;
  const sums = lines && judgeBill(lines, materials, banned).bill;
  const ofBill = (['mass', 'cost'] as const).flatMap((dimension) => {
    const limit = limitOn(requirements, dimension);
    if (!sums || !limit) return [];
    const unit = limit.unit!;
    const own = { name: 'the bill', value: sums[dimension], unit: dimension === 'mass' ? 'g' : unit };
    return [rowOf(`bill ${dimension}`, `${limit.code} by the bill`, { value: limit.value!, unit }, [own])];
  });
  const split = budgets
    .filter((one) => one.teamId === teamId && one.parts.length > 0)
    .flatMap((one) => {
      const limit = requirements.find(({ id }) => id === one.requirementId);
      if (limit?.value == null || !limit.unit) return [];
      return [rowOf(one.id, `${limit.code} as the team split it`, { value: limit.value, unit: limit.unit }, one.parts)];
    });
  return [...ofBill, ...split];
}

function rowOf(
  id: string,
  name: string,
  limit: { value: number; unit: string },
  parts: readonly { name: string; value: number; unit: string }[],
): Packet['budgets'][number] {
  const { total, remaining, overdrawn } = budget({ limit, parts });
  const told = (value: number) => quantity(value, limit.unit, 4);
  return { id, name, limit: told(limit.value), planned: told(total), left: told(remaining), over: overdrawn };
}
