'use server';

import type { Tx } from '@/db/connection';
import { loginFor } from '@/server/logins';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { hashPassword, newPassword } from '@/server/secrets';
import { changeStaffSchema, inviteSchema, removeStaffSchema } from '@/areas/course/records/staff';

/**
 * Invites somebody to lead the project too, or to assist: an instructor of this installation by sign-in name, or somebody
 * new by name, who gets a sign-in name and a password that are shown once.
 */
export const inviteStaff = action('inviteStaff', inviteSchema, async ({ tx, projectId }, { name, role }) => {
  const [known] = await tx<{ id: string; login: string }[]>`
    select id, login from account where kind = 'instructor' and lower(login) = ${name.toLowerCase()}`;
  const made = known ? null : await makeInstructor(tx, name);
  const accountId = known?.id ?? made!.id;
  const added = await tx`
    insert into project_instructor ${tx({ projectId, accountId, role })} on conflict do nothing returning 1`;
  if (added.length === 0) throw new FieldError('name', 'They are in this project already.');
  return { login: known?.login ?? made!.login, password: made?.password ?? null };
});

async function makeInstructor(tx: Tx, name: string): Promise<{ id: string; login: string; password: string }> {
  if (!/\S\s+\S/.test(name))
    throw new FieldError(
      'name',
      'No instructor has this sign-in name. For somebody new write the whole name: “Ines Tarn”.',
    );
  const password = newPassword();
  const taken = await tx<{ login: string }[]>`select lower(login) as login from account`;
  const login = loginFor(name, new Set(taken.map((one) => one.login)));
  const row = { kind: 'instructor', login, name, passwordHash: await hashPassword(password) };
  const [{ id }] = await tx<[{ id: string }]>`insert into account ${tx(row)} returning id`;
  return { id, login, password };
}

/** What somebody may do in the project from now on. */
export const changeStaff = action('changeStaff', changeStaffSchema, async ({ tx, projectId }, { accountId, role }) => {
  const changed = await tx`
    update project_instructor set role = ${role} where project_id = ${projectId} and account_id = ${accountId} returning 1`;
  if (changed.length === 0) throw new FieldError('', 'They are no longer in this project.');
  await mustKeepAnOwner(tx, projectId);
});

/** Takes somebody out of those who lead the project; what they did stays under their name. */
export const removeStaff = action('removeStaff', removeStaffSchema, async ({ tx, projectId }, { accountId }) => {
  const gone = await tx`
    delete from project_instructor where project_id = ${projectId} and account_id = ${accountId} returning 1`;
  if (gone.length === 0) throw new FieldError('', 'They are no longer in this project.');
  await mustKeepAnOwner(tx, projectId);
});

/** Two owners who take each other out at once wait for one another: the project's row is locked first. */
async function mustKeepAnOwner(tx: Tx, projectId: string): Promise<void> {
  await tx`select 1 from project where id = ${projectId} for update`;
  const owners = await tx`select 1 from project_instructor where project_id = ${projectId} and role = 'owner'`;
  if (owners.length === 0) throw new FieldError('', 'A project has an owner. Make somebody else its owner first.');
}
