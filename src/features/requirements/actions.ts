'use server';

import { budget } from '@/core/requirements';
import { CoreError } from '@/core/units';
import { json, pool } from '@/db/connection';
import { allowed, isId } from '@/server/access';
import { FieldError, type Outcome } from '@/server/outcome';
import { orConflict, perform, type Work } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { listTeams } from '@/server/records/classes';
import { listLatestIterations } from '@/server/records/iterations';
import { listRequirements } from '@/server/records/requirements';
import { listEvents, listLatestRuns, listProtocols } from '@/server/records/trials';
import { read, readOptional } from '@/ui/forms/schema';
import { flipsOf } from './flips';
import type { Flip } from './turned';
import { readList, toInput, type ReadRow } from './readList';
import { readLimit } from './readLimit';
import { writeRequirement } from './save';
import {
  budgetSchema,
  dealtSchema,
  importSchema,
  previewSchema,
  requirementSchema,
  researchPlaceSchema,
  researchSchema,
  weightsSchema,
} from './schema';

export async function saveRequirement(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform({ door: 'saveRequirement', schema: requirementSchema, run: writeRequirement }, input);
}

/** What a change of an agreed requirement would touch: teams by name whose verdict it turns. Writes nothing. */
export async function previewChange(input: unknown): Promise<Outcome<{ flips: (Flip & { team: string })[] }>> {
  return perform(
    {
      door: 'previewChange',
      schema: previewSchema,
      run: async ({ projectId }, given) => {
        const [requirements, teams, latest, events, protocols, runs] = await Promise.all([
          listRequirements(projectId),
          listTeams(projectId),
          listLatestIterations(projectId),
          listEvents(projectId),
          listProtocols(projectId),
          listLatestRuns(projectId),
        ]);
        const requirement = requirements.find((one) => one.id === given.id);
        if (!requirement) throw new FieldError('', 'This requirement is not part of the project.');
        const before = { ...requirement, parameter: requirement.parameterName };
        const after = { ...before, ...readLimit(given), decision: given.decision, state: given.state };
        try {
          const flips = flipsOf(requirement, { before, after }, latest, { events, protocols, runs });
          const name = (teamId: string) => teams.find((team) => team.id === teamId)?.name ?? '';
          return { flips: flips.map((flip) => ({ ...flip, team: name(flip.teamId) })) };
        } catch (error) {
          if (error instanceof CoreError) throw new FieldError('unit', error.message);
          throw error;
        }
      },
    },
    input,
  );
}

/** A team has dealt with a change, or the instructor says so for it. */
export async function dealWithChange(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'dealWithChange',
      schema: dealtSchema,
      target: async (_sql, { teamId }) => (isId(teamId) ? { teamId } : {}),
      run: async ({ tx, projectId }, { id, teamId }) => {
        if (!id || !teamId) throw new FieldError('', 'Say which change, and which team.');
        await tx`insert into change_seen ${tx({ projectId, changeId: id, teamId })} on conflict do nothing`;
      },
    },
    input,
  );
}

/** How a limit is split over parts, by the class or by one team for itself. */
export async function saveBudget(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform(
    {
      door: 'saveBudget',
      schema: budgetSchema,
      target: async (_sql, { teamId }) => (isId(teamId) ? { teamId } : {}),
      run: async (work, { id, version, requirementId, teamId, parts: typed }) => {
        const { tx, projectId, notes } = work;
        const [of] = await tx<{ kind: string; value: number; unit: string }[]>`
          select kind, value, unit from requirement where id = ${requirementId} and project_id = ${projectId}`;
        if (of?.kind !== 'max') throw new FieldError('', 'Only a limit of the kind “at most” can be split over parts.');
        const parts = (typed ?? []).map(({ name, value, unit }) => ({ name, value: read(value, notes), unit }));
        parts.forEach((part, i) => fits(of, part, i));
        if (!id) {
          const [row] = await tx<{ id: string }[]>`
            insert into budget ${tx({ projectId, requirementId, teamId, parts: json(tx, parts) })} on conflict do nothing returning id`;
          if (row) return row;
        }
        const written = await tx<{ id: string }[]>`
          update budget set parts = ${json(tx, parts)} where project_id = ${projectId} and requirement_id = ${requirementId}
            and team_id is not distinct from ${teamId} and version = ${version ?? 0} returning id`;
        await orConflict(written, tx, id ?? requirementId, async () => {
          const [row] = await tx<{ parts: unknown; version: number }[]>`
            select parts, version from budget where requirement_id = ${requirementId} and project_id = ${projectId} and team_id is not distinct from ${teamId}`;
          return row && { parts: JSON.stringify(row.parts), version: row.version };
        });
        return written[0]!;
      },
    },
    input,
  );
}

function fits(limit: { value: number; unit: string }, part: { name: string; value: number; unit: string }, i: number) {
  try {
    budget({ limit, parts: [part] });
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(`parts.${i}.unit`, error.message);
    throw error;
  }
}

/** The weights of all requirements at once, and the pairwise judgements they may come from. */
export async function saveWeights(input: unknown): Promise<Outcome<{ weighed: number }>> {
  return perform(
    {
      door: 'saveWeights',
      schema: weightsSchema,
      run: async (work, { weights, judgements }) => {
        const { tx, projectId, notes } = work;
        const given = weights.map(({ id, version, weight }) => ({
          id,
          version,
          weight: readOptional(weight, notes) || null,
        }));
        const written = await tx<{ id: string }[]>`
          update requirement r set weight = w.weight
          from jsonb_to_recordset(${json(tx, given)}) as w (id uuid, version int, weight double precision)
          where r.id = w.id and r.project_id = ${projectId} and (r.version = w.version or r.weight is not distinct from w.weight)
          returning r.id`;
        const late = given.findIndex(({ id }) => !written.some((row) => row.id === id));
        if (late >= 0)
          throw new FieldError(
            `weights.${late}.weight`,
            'Somebody else changed this requirement meanwhile; reload to see it.',
          );
        await tx`
          insert into weighing ${tx({ projectId, judgements: json(tx, judgements) })}
          on conflict (project_id) do update set judgements = excluded.judgements`;
        return { weighed: weights.filter((one) => one.weight).length };
      },
    },
    input,
  );
}

/** What exists already, and what it does about each requirement. A student's note belongs to the own team. */
export async function saveResearch(input: unknown): Promise<Outcome<{ id: string }>> {
  return perform(
    {
      door: 'saveResearch',
      schema: researchSchema,
      run: async (work, { id, version, title, kind, about, foundIn, isWinner, findings }) => {
        const { tx, projectId, seat, notes } = work;
        const leads = seat.role === 'instructor';
        if (id) await mayChange(work, id);
        const values = { title, kind, about, foundIn, isWinner: leads && kind === 'last-season' && isWinner };
        const fresh = id ? {} : { teamId: leads ? null : seat.teamId };
        const own = await saveRow(work, 'research', { id, version }, { ...values, ...fresh }, (row) => ({
          title: row.title,
          kind: row.kind,
          about: row.about,
          foundIn: row.foundIn,
        }));
        await tx`delete from finding where research_id = ${own} and project_id = ${projectId}`;
        const known = await tx<{ id: string; kind: string; unit: string | null }[]>`
          select id, kind, unit from requirement where project_id = ${projectId}`;
        const rows = (findings ?? []).map(({ requirementId, text, answer, ...f }, i) => {
          const of = known.find((one) => one.id === requirementId);
          if (!of) throw new FieldError(`findings.${i}.requirementId`, 'This requirement is not part of the project.');
          const value = of.kind === 'yes' ? null : readOptional(f.value, notes);
          if (value !== null) sameDimension(of.unit ?? '', f.unit, `findings.${i}.unit`);
          return {
            projectId,
            researchId: own,
            requirementId,
            text,
            value,
            unit: value === null ? null : f.unit,
            uncertainty: readOptional(f.uncertainty, notes) ?? 0,
            answer: of.kind === 'yes' && answer ? answer === 'yes' : null,
          };
        });
        if (rows.length) await tx`insert into finding ${tx(rows as never)}`;
        return { id: own };
      },
    },
    input,
  );
}

function sameDimension(limit: string, unit: string, path: string) {
  try {
    budget({ limit: { value: 1, unit: limit }, parts: [{ name: 'value', value: 1, unit }] });
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(path, error.message);
    throw error;
  }
}

async function mayChange({ tx, projectId, seat }: Work, id: string) {
  const [row] = await tx<{ teamId: string | null }[]>`
    select team_id from research where id = ${id} and project_id = ${projectId}`;
  if (!row) throw new FieldError('', 'This note was removed meanwhile, or is not part of the project.');
  if (!allowed(seat, 'research.write', row))
    throw new FieldError('', 'Only the team that wrote this note, or the instructor, can change it.');
}

/** Removes a research note that no requirement names as its source. */
export async function removeResearch(input: unknown): Promise<Outcome> {
  return perform(
    {
      door: 'removeResearch',
      schema: researchPlaceSchema,
      target: async (sql, { id }, projectId) => {
        if (!isId(id)) return {};
        const [row] = await sql<{ teamId: string | null }[]>`
          select team_id from research where id = ${id} and project_id = ${projectId}`;
        return row ?? null;
      },
      run: async ({ tx, projectId }, { id, version }) => {
        const used = await tx<{ code: string }[]>`
          select r.code from requirement_source s join requirement r on r.id = s.requirement_id where s.research_id = ${id} order by 1`;
        if (used.length)
          throw new FieldError(
            '',
            `It is the source of ${used.map((one) => one.code).join(', ')}; take it away there first.`,
          );
        const gone =
          await tx`delete from research where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
        if (gone.length === 0)
          throw new FieldError('', 'This note was changed or removed meanwhile; reload to see it.');
      },
    },
    input,
  );
}

/** Reads a pasted list and says row by row what can be taken. Writes nothing. */
export async function previewRequirements(
  input: unknown,
): Promise<Outcome<{ rows: ReadRow[]; problem: string | null }>> {
  return perform(
    {
      door: 'previewRequirements',
      schema: importSchema,
      run: async ({ projectId }, { text }) => readList(text, await codesOf(projectId)),
    },
    input,
  );
}

/** Takes the rows of a pasted list that have no problem; those there already are left as they are. */
export async function importRequirements(input: unknown): Promise<Outcome<{ taken: number }>> {
  return perform(
    {
      door: 'importRequirements',
      schema: importSchema,
      run: async (work, { text }) => {
        const { tx, projectId } = work;
        const { rows, problem } = readList(text, await codesOf(projectId));
        if (problem) throw new FieldError('text', problem);
        const good = rows.filter((row) => !row.problem);
        if (good.length === 0) throw new FieldError('text', 'No row of this list can be taken.');
        const known = await tx<{ id: string; name: string }[]>`
          select id, name from parameter where project_id = ${projectId}`;
        const parameters = new Map(known.map((one) => [one.name.toLowerCase(), one.id]));
        for (const row of good) {
          const name = row.parameter.toLowerCase();
          const given = { ...toInput(row), projectId, parameterId: parameters.get(name) ?? null };
          const parsed = await requirementSchema.validate(given);
          const { id } = await writeRequirement(work, parsed);
          const [made] = await tx<
            { parameterId: string | null }[]
          >`select parameter_id from requirement where id = ${id}`;
          if (made?.parameterId) parameters.set(name, made.parameterId);
        }
        return { taken: good.length };
      },
    },
    input,
  );
}

async function codesOf(projectId: string): Promise<{ codes: Set<string>; parameters: Map<string, string> }> {
  const sql = pool();
  const codes = await sql<{ code: string }[]>`select code from requirement where project_id = ${projectId}`;
  const parameters = await sql<{ name: string; dimension: string }[]>`
    select name, dimension from parameter where project_id = ${projectId}`;
  return {
    codes: new Set(codes.map((one) => one.code)),
    parameters: new Map(parameters.map((one) => [one.name.toLowerCase(), one.dimension])),
  };
}
