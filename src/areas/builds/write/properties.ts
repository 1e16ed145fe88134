'use server';

import { AXES } from '@/core/builds';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { removeRow } from '@/server/saveRow';
import { addSizeSchema, propertySchema, removePropertySchema } from '@/areas/builds/records/properties';

/** Something that is measured on every iteration, whether or not a requirement asks for it. */
export const saveProperty = action('saveProperty', propertySchema, async ({ tx, projectId }, { name, dimension }) => {
  const [known] = await tx`select 1 from parameter where project_id = ${projectId} and lower(name) = lower(${name})`;
  if (known) throw new FieldError('name', 'This is measured already.');
  await tx`insert into parameter ${tx({ projectId, name, dimension })}`;
});

const SIDE_NAME = { length: 'Length', width: 'Width', height: 'Height' } as const;

/** Length, width and height; a length of that name that is measured already becomes the side. */
export const addSize = action('addSize', addSizeSchema, async ({ tx, projectId }) => {
  const known = await tx<{ axis: string }[]>`
    select axis from parameter where project_id = ${projectId} and axis is not null`;
  const missing = AXES.filter((one) => !known.some(({ axis }) => axis === one));
  if (missing.length === 0) return;
  const rows = missing.map((axis) => ({ projectId, name: SIDE_NAME[axis], dimension: 'length', axis }));
  const written = await tx<{ axis: string }[]>`
    insert into parameter ${tx(rows)}
    on conflict (project_id, name) do update set axis = excluded.axis where parameter.dimension = 'length' returning axis`;
  const refused = missing.find((one) => !written.some(({ axis }) => axis === one));
  if (refused) throw new FieldError('', `${SIDE_NAME[refused]} is measured already, and is no length.`);
});

/** Stops measuring something that nothing asks for and nobody has measured. */
export const removeProperty = action('removeProperty', removePropertySchema, async (work, { id }) => {
  const { tx, projectId } = work;
  const uses = await tx<{ what: string }[]>`
    select 'a requirement' as what from requirement where parameter_id = ${id} and project_id = ${projectId}
    union select 'a protocol' from quantity where parameter_id = ${id}
    union select 'what was measured' from measurement where parameter_id = ${id}
    union select 'a claim' from iteration_change where claim_parameter_id = ${id}`;
  if (uses.length > 0) throw new FieldError('', `It stays: ${uses.map(({ what }) => what).join(', ')} names it.`);
  return removeRow(work, 'parameter', id, 'This property');
});
