'use server';

import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import { rubricSchema } from './schema';

/** A rubric with its criteria. Criteria that judges have scored already can't be taken away. */
export const saveRubric = action(
  'saveRubric',
  rubricSchema,
  async (work, { id, version, name, position, criteria }) => {
    const { tx, projectId } = work;
    const rubricId = await saveRow(work, 'rubric', { id, version }, { name, position: read(position) }, (row) => ({
      name: row.name,
      position: String(row.position),
    }));
    const names = criteria.map((one) => one.name);
    const scored = await tx<{ name: string }[]>`
          select c.name from criterion c where c.rubric_id = ${rubricId} and not (c.name = any(${names})) and exists (select from score s where s.criterion_id = c.id)`;
    if (scored.length)
      throw new FieldError('criteria', `"${scored[0]!.name}" has been scored and can't be taken away or renamed.`);
    await tx`delete from criterion where rubric_id = ${rubricId} and not (name = any(${names}))`;
    const rows = criteria.map((one, i) => ({
      projectId,
      rubricId,
      name: one.name,
      anchors: one.anchors,
      max: read(one.max, work.notes),
      position: i,
    }));
    await tx`insert into criterion ${tx(rows)} on conflict (rubric_id, name) do update set anchors = excluded.anchors, max = excluded.max, position = excluded.position`;
    return { id: rubricId };
  },
);
