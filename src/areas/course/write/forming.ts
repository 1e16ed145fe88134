'use server';

import { FieldError } from '@/server/outcome';
import { orConflict, type Work, action } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { TAGS } from '@/ui/colours';
import { read } from '@/ui/forms/schema';
import type { Proposal, ProposedTeam } from '@/areas/course/read/forming';
import {
  formingSchema,
  ofProposalSchema,
  pairSchema,
  preferenceSchema,
  proposalSchema,
  removePairSchema,
} from '@/areas/course/records/forming';
import { formingForm, proposalForm } from '@/areas/course/read/forming/toForm';

/** Sizes, what counts how much, and whether students are asked for their wishes. */
export const saveForming = action('saveForming', formingSchema, async (work, { id, version, sectionId, ...given }) => {
  const [minSize, maxSize] = [Number(given.min), Number(given.max)];
  if (minSize > maxSize) throw new FieldError('max', 'The largest size is below the smallest.');
  const values = {
    sectionId,
    minSize,
    maxSize,
    asks: given.asks,
    wishes: Number(given.wishes),
    weightConcept: read(given.weightConcept),
    weightWants: read(given.weightWants),
    weightRoles: read(given.weightRoles),
  };
  return { id: await saveRow(work, 'forming', { id, version }, values, formingForm) };
});

/** Two who are to be kept apart, or together: for instructors alone. */
export const saveKeepPair = action('saveKeepPair', pairSchema, async (work, { kind, one, other }) => {
  await mustBeStudents(work, [one, other], 'other');
  const [row] = await work.tx<[{ id: string }]>`
          insert into keep_pair ${work.tx({ projectId: work.projectId, kind, oneId: one, otherId: other })} returning id`;
  return row;
});

export const removeKeepPair = action('removeKeepPair', removePairSchema, (work, { id }) =>
  removeRow(work, 'keep_pair', id, 'This pair'),
);

/** Keeps a way to divide a section; students see nothing of it. */
export const saveProposal = action(
  'saveProposal',
  proposalSchema,
  async (work, { id, version, sectionId, name, teams, locked, seed }) => {
    const { tx } = work;
    await mustBeStudents(
      work,
      teams.flatMap(({ members }) => members),
      '',
      sectionId,
    );
    const values = { sectionId, name, teams: tx.json(teams), locked, seed };
    const kept = await saveRow(work, 'proposal', { id, version }, values, proposalForm);
    const [row] = await tx<[{ version: number }]>`select version from proposal where id = ${kept}`;
    return { id: kept, version: row.version };
  },
);

export const removeProposal = action('removeProposal', ofProposalSchema, (work, { id }) =>
  removeRow(work, 'proposal', id, 'This proposal'),
);

/**
 * Puts a proposal in place and shows the section who is in which team. Teams that exist keep their work and may change
 * members; the others are made. Roles of those who stay in their team are kept.
 */
export const adoptProposal = action('adoptProposal', ofProposalSchema, async (work, { id, version }) => {
  const { tx, projectId, notes } = work;
  const [proposal] = await tx<Pick<Proposal, 'sectionId' | 'teams' | 'version'>[]>`
          select section_id, teams, version from proposal where id = ${id} and project_id = ${projectId} for update`;
  if (!proposal) throw new FieldError('', 'This proposal was removed meanwhile.');
  if (proposal.version !== version)
    await orConflict([], tx, id, async () => {
      const [row] = await tx<Proposal[]>`select name, teams, locked, seed, version from proposal where id = ${id}`;
      return row && { ...proposalForm({ ...row }), version: row.version };
    });
  const { sectionId } = proposal;
  const filled = proposal.teams.filter(({ members }) => members.length > 0);
  await mustBeStudents(
    work,
    filled.flatMap(({ members }) => members),
    '',
    sectionId,
  );
  const teams = await findOrMake(work, sectionId, filled);
  const rows = filled.flatMap(({ members }, i) =>
    members.map((accountId) => ({ projectId, sectionId, accountId, teamId: teams[i]! })),
  );
  await tx`
          insert into team_member ${tx(rows)} on conflict (project_id, account_id) do update
          set team_id = excluded.team_id,
            role = case when team_member.team_id = excluded.team_id then team_member.role else '' end`;
  await tx`update section set teams_released = true where id = ${sectionId} and project_id = ${projectId}`;
  const empty = await tx<{ name: string }[]>`
          select t.name from team t where t.section_id = ${sectionId}
            and not exists (select from team_member m where m.team_id = t.id) order by t.name`;
  if (empty.length > 0) notes.push(`Nobody is in ${empty.map(({ name }) => name).join(', ')} now`);
  return { teams: filled.length };
});

/** The ids of the teams of a proposal, in its order. */
async function findOrMake({ tx, projectId }: Work, sectionId: string, proposed: ProposedTeam[]): Promise<string[]> {
  const existing = await tx<{ id: string; name: string; sectionId: string; colour: number }[]>`
    select id, name, section_id, colour from team where project_id = ${projectId} for update`;
  const here = existing.filter((team) => team.sectionId === sectionId);
  const known = proposed.map(
    ({ teamId, name }) =>
      here.find((team) => team.id === teamId) ?? here.find((team) => team.name.toLowerCase() === name.toLowerCase()),
  );
  const free = TAGS.map((_, i) => i).sort((a, b) => uses(existing, a) - uses(existing, b) || a - b);
  const missing = proposed.filter((_, i) => !known[i]).map(({ name }) => name);
  const foreign = existing.find(
    (team) => team.sectionId !== sectionId && missing.some((name) => name.toLowerCase() === team.name.toLowerCase()),
  );
  if (foreign)
    throw new FieldError('', `A team called ${foreign.name} stands in another section; choose another name.`);
  const made = missing.length
    ? await tx<{ id: string; name: string }[]>`
        insert into team ${tx(missing.map((name, i) => ({ projectId, sectionId, name, colour: free[i % free.length]! })))}
        returning id, name`
    : [];
  return proposed.map(({ name }, i) => known[i]?.id ?? made.find((team) => team.name === name)!.id);
}

const uses = (teams: { colour: number }[], colour: number) => teams.filter((team) => team.colour === colour).length;

/** A student's own wishes: which concept, with whom, in which role. */
export const savePreference = action(
  'savePreference',
  preferenceSchema,
  async (work, { version, conceptId, wants, roles }) => {
    const { tx, projectId, seat } = work;
    const accountId = seat.actor.id;
    const [forming] = await tx<{ asks: boolean; wishes: number }[]>`
          select asks, wishes from forming where section_id = ${seat.sectionId} and project_id = ${projectId}`;
    if (!forming?.asks) throw new FieldError('', 'Wishes are not asked for at present.');
    const people = wants.flatMap(({ id }) => id ?? []);
    if (people.includes(accountId)) throw new FieldError('wants', 'A wish is for somebody else.');
    if (people.length > forming.wishes)
      throw new FieldError('wants', `At most ${forming.wishes} wishes; you have ${people.length}.`);
    await mustBeStudents(work, people, 'wants', seat.sectionId!);
    const [concept] = conceptId
      ? await tx`select 1 from concept where id = ${conceptId} and section_id = ${seat.sectionId} and removed_at is null`
      : [true];
    if (!concept) throw new FieldError('conceptId', 'This concept was withdrawn meanwhile.');
    const values = { conceptId, wants: people, roles };
    if (version === null) {
      await tx`insert into preference ${tx({ projectId, accountId, ...values })}`;
      return;
    }
    const written = await tx`
          update preference set ${tx(values)} where project_id = ${projectId} and account_id = ${accountId}
            and version = ${version} returning 1`;
    await orConflict(written, tx, accountId, async () => {
      const [row] = await tx<{ conceptId: string | null; wants: string[]; roles: string[]; version: number }[]>`
            select concept_id, wants, roles, version from preference where project_id = ${projectId} and account_id = ${accountId}`;
      return row && { ...row, conceptId: row.conceptId ?? '', wants: row.wants.map((id) => ({ id })) };
    });
  },
);

/** Refuses people who are not in the class, or not in this section of it. */
async function mustBeStudents({ tx, projectId }: Work, ids: string[], path: string, sectionId?: string): Promise<void> {
  const found = await tx`
    select 1 from enrolment where project_id = ${projectId} and account_id = any(${ids}) and left_on is null
      ${sectionId ? tx`and section_id = ${sectionId}` : tx``}`;
  if (found.length < new Set(ids).size)
    throw new FieldError(path, 'One of these students is not in the section. Reload to see who is.');
}
