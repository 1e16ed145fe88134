'use server';

import { convert, CoreError } from '@/core/units';
import { allowed, isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { type Work, action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { readOptional } from '@/ui/forms/schema';
import { researchPlaceSchema, researchSchema } from '@/areas/brief/records/research';

/** What exists already, and what it does about each requirement. A student's note belongs to the own team. */
export const saveResearch = action(
  'saveResearch',
  researchSchema,
  async (work, { id, version, title, kind, about, foundIn, isWinner, findings }) => {
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
      if (value !== null) sameMeasure(of.unit ?? '', f.unit, `findings.${i}.unit`);
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
);

function sameMeasure(limit: string, unit: string, path: string) {
  try {
    convert({ value: 1, from: unit, to: limit });
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
export const removeResearch = action(
  'removeResearch',
  researchPlaceSchema,
  async ({ tx, projectId }, { id, version }) => {
    const used = await tx<{ code: string }[]>`
          select r.code from requirement_source s join requirement r on r.id = s.requirement_id where s.research_id = ${id} order by 1`;
    if (used.length)
      throw new FieldError('', `It is the source of ${used.map((one) => one.code).join(', ')}; remove it there first.`);
    const gone =
      await tx`delete from research where id = ${id} and project_id = ${projectId} and version = ${version} returning 1`;
    if (gone.length === 0) throw new FieldError('', 'This note was changed or removed meanwhile; reload to see it.');
  },
  async (sql, { id }, projectId) => {
    if (!isId(id)) return {};
    const [row] = await sql<{ teamId: string | null }[]>`
          select team_id from research where id = ${id} and project_id = ${projectId}`;
    return row ?? null;
  },
);
