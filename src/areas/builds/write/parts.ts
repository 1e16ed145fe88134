'use server';

import { PART_STATES, type PartState } from '@/core/builds';
import type { Sql } from '@/db/connection';
import { isId, type Target } from '@/server/access';
import { FieldError } from '@/server/outcome';
import { orConflict, type Work, action } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { read, readOptional } from '@/ui/forms/schema';
import {
  enterInterfaceSchema,
  interfaceSchema,
  movePartSchema,
  ofPartSchema,
  partSchema,
  scaleSchema,
} from '@/areas/builds/records/parts';
import { interfaceForm, partForm, scaleForm } from '@/areas/builds/read/parts/toForm';

/** Parts and interfaces belong to everybody of their section. */
const inSection =
  (table: 'part' | 'interface') =>
  async (sql: Sql, { id }: Record<string, unknown>, projectId: string): Promise<Target | null> => {
    if (!isId(id)) return null;
    const [row] = await sql<{ sectionId: string }[]>`
      select section_id from ${sql(table)} where id = ${id} and project_id = ${projectId}`;
    return row ? { sectionId: row.sectionId, released: true } : null;
  };

/** A part of the one thing: who owns it, who checks it, how much work it is. */
export const savePart = action(
  'savePart',
  partSchema,
  async (work, { id, version, sectionId, code, name, ownerId, checkerId, share, thickness, thicknessUnit }) => {
    await mustBeInSection(work, sectionId, [ownerId, checkerId]);
    const thick = readOptional(thickness, work.notes);
    const values = {
      sectionId,
      code,
      name,
      ownerId,
      checkerId,
      share: read(share, work.notes),
      thickness: thick,
      thicknessUnit: thick === null ? null : thicknessUnit,
    };
    return { id: await saveRow(work, 'part', { id, version }, values, partForm) };
  },
);

export const removePart = action('removePart', ofPartSchema, (work, { id }) =>
  removeRow(work, 'part', id, 'This part'),
);

/** Takes a part a step on, or back. Checks are made by others than the owner, the second by a third person. */
export const movePart = action(
  'movePart',
  movePartSchema,
  async (work, { id, version, state }) => {
    const { tx, projectId } = work;
    const [part] = await tx<Moving[]>`
          select owner_id, checker_id, state, checked_by from part where id = ${id} and project_id = ${projectId} for update`;
    if (!part) throw new FieldError('', 'This part was removed meanwhile.');
    mustBeTurn(work, part, state);
    const at = (one: PartState) => PART_STATES.indexOf(one);
    const me = work.seat.actor.id;
    const values = {
      state,
      ...(state === 'checked' && part.state === 'drawn' ? { checkedBy: me } : {}),
      ...(state === 'double-checked' && part.state === 'checked' ? { doubleCheckedBy: me } : {}),
      ...(at(state) < at('checked') ? { checkedBy: null } : {}),
      ...(at(state) < at('double-checked') ? { doubleCheckedBy: null } : {}),
    };
    const written = await tx`update part set ${tx(values)} where id = ${id} and version = ${version} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] = await tx<{ state: string; version: number }[]>`select state, version from part where id = ${id}`;
      return row;
    });
  },
  inSection('part'),
);

interface Moving {
  ownerId: string | null;
  checkerId: string | null;
  state: PartState;
  checkedBy: string | null;
}

function mustBeTurn({ seat }: Work, part: Moving, to: PartState): void {
  const leads = seat.role === 'instructor';
  const me = seat.actor.id;
  const step = PART_STATES.indexOf(to) - PART_STATES.indexOf(part.state);
  if (step > 1)
    throw new FieldError(
      '',
      `From “${part.state}” the next step is “${PART_STATES[PART_STATES.indexOf(part.state) + 1]}”.`,
    );
  if (step === 0) throw new FieldError('', `It is “${to}” already.`);
  if (step < 0) {
    if (!leads && me !== part.ownerId)
      throw new FieldError('', 'Only its owner, or the instructor, can undo a step of a part.');
    return;
  }
  if (to === 'checked' || to === 'double-checked') {
    if (me === part.ownerId) throw new FieldError('', 'A part is checked by somebody else than its owner.');
    if (to === 'double-checked' && me === part.checkedBy)
      throw new FieldError('', 'The second check is made by somebody else than the first.');
    if (to === 'checked' && part.checkerId && me !== part.checkerId && !leads)
      throw new FieldError('', 'This part has a checker of its own, who makes the first check.');
    return;
  }
  if (!leads && me !== part.ownerId) throw new FieldError('', 'This step is made by the part’s owner.');
}

/** An interface: this edge of one part meets that one of another. */
export const saveInterface = action(
  'saveInterface',
  interfaceSchema,
  async (work, { id, version, sectionId, name, oneId, otherId }) => ({
    id: await saveRow(work, 'interface', { id, version }, { sectionId, name, oneId, otherId }, interfaceForm),
  }),
);

export const removeInterface = action('removeInterface', ofPartSchema, (work, { id }) =>
  removeRow(work, 'interface', id, 'This interface'),
);

/** What the owner of one side says of the dimension in which the parts meet. */
export const enterInterface = action(
  'enterInterface',
  enterInterfaceSchema,
  async (work, { id, version, side, value, unit, tolerance }) => {
    const { tx, projectId, seat, notes } = work;
    const [owner] = await tx<{ ownerId: string | null }[]>`
          select p.owner_id from interface j join part p on p.id = ${side === 'one' ? tx`j.one_id` : tx`j.other_id`}
          where j.id = ${id} and j.project_id = ${projectId}`;
    if (!owner) throw new FieldError('', 'This interface was removed meanwhile.');
    if (seat.role !== 'instructor' && owner.ownerId !== seat.actor.id)
      throw new FieldError('', 'Each side is entered by the owner of its part.');
    const said = { value: read(value, notes), unit, tolerance: read(tolerance, notes) };
    const values =
      side === 'one'
        ? { oneValue: said.value, oneUnit: said.unit, oneTolerance: said.tolerance }
        : { otherValue: said.value, otherUnit: said.unit, otherTolerance: said.tolerance };
    // The two sides are entered at the same time by two people: only a change of one's own side is in the way.
    const [now] = await tx<{ version: number; same: boolean }[]>`
          select version, ${side === 'one' ? tx`one_value is null` : tx`other_value is null`} as same from interface where id = ${id} for update`;
    const seen = now!.same ? now!.version : version;
    const written = await tx`update interface set ${tx(values)} where id = ${id} and version = ${seen} returning 1`;
    await orConflict(written, tx, id, async () => {
      const [row] = await tx<{ value: number; unit: string; tolerance: number; version: number }[]>`
            select ${side === 'one' ? tx`one_value as value, one_unit as unit, one_tolerance as tolerance` : tx`other_value as value, other_unit as unit, other_tolerance as tolerance`}, version
            from interface where id = ${id}`;
      return (
        row && { value: String(row.value), unit: row.unit, tolerance: String(row.tolerance), version: row.version }
      );
    });
  },
  inSection('interface'),
);

/** The scale of the model, and the thinnest that the material stands. */
export const saveScale = action(
  'saveScale',
  scaleSchema,
  async (work, { id, version, sectionId, ratio, least, leastUnit }) => {
    const thinnest = readOptional(least, work.notes);
    const values = {
      sectionId,
      ratio: read(ratio, work.notes),
      leastThickness: thinnest,
      leastUnit: thinnest === null ? null : leastUnit,
    };
    return { id: await saveRow(work, 'build_scale', { id, version }, values, scaleForm) };
  },
);

async function mustBeInSection({ tx, projectId }: Work, sectionId: string, people: (string | null)[]): Promise<void> {
  const ids = [...new Set(people.flatMap((one) => one ?? []))];
  const found = await tx`
    select 1 from enrolment where project_id = ${projectId} and section_id = ${sectionId} and account_id = any(${ids})`;
  if (found.length < ids.length) throw new FieldError('ownerId', 'Owner and checker are students of the section.');
}
