'use server';

import * as yup from 'yup';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { mustBeEnrolled, erasePeople, listElsewhere, mustLeadAll } from '@/areas/course';
import { noteAct } from '@/server/write';
import { counted, id, place } from '@/ui/forms/schema';

const eraseSchema = yup.object({ ...place, accountId: id('The person') });
/** How many names the person saw, so that nobody is erased who came later. */
const eraseAllSchema = yup.object({ ...place, names: counted().required() });

/** Erases one student of the project. There is no way back but a backup. */
export const erase = action('erase', eraseSchema, async ({ tx, projectId, seat }, { accountId }) => {
  await mustBeEnrolled(tx, projectId, accountId);
  await mustLeadAll(tx, seat.actor.id, { accountId, act: 'erase them', left: true });
  await erasePeople(tx, [accountId]);
  await noteAct(tx, projectId, { kind: 'person', id: accountId, what: { erased: 1 } });
});

/** Erases every student of the project who is not in another one that is still to be kept, or is somebody else's. */
export const eraseAll = action('eraseAll', eraseAllSchema, async ({ tx, projectId, now, seat }, { names }) => {
  const here = await tx`
          select 1 from enrolment e join account a on a.id = e.account_id where e.project_id = ${projectId} and a.erased_at is null`;
  if (here.length !== names)
    throw new FieldError('', `There are ${here.length} names now; look at them again. Nobody was erased.`);
  const people = await tx<{ id: string }[]>`
          select e.account_id as id from enrolment e join account a on a.id = e.account_id
          where e.project_id = ${projectId} and a.erased_at is null and not exists (
            select from enrolment o join project p on p.id = o.project_id
            where o.account_id = e.account_id and o.project_id <> ${projectId} and p.retention_until >= ${now.slice(0, 10)})`;
  const ids = people.map((one) => one.id);
  const elsewhere = new Set((await listElsewhere(tx, seat.actor.id, ids, { left: true })).map((one) => one.accountId));
  const erased = await erasePeople(
    tx,
    ids.filter((id) => !elsewhere.has(id)),
  );
  await noteAct(tx, projectId, { kind: 'person', id: 'all', what: { erased } });
  return { erased };
});
