'use server';

import { FieldError } from '@/server/outcome';
import { type Work, action } from '@/server/perform';
import { ofTeam } from '@/areas/course';
import { removeRow, saveRow } from '@/server/saveRow';
import { LIBRARY } from '@/areas/safety/shared/library';
import {
  acknowledgeSchema,
  hazardSchema,
  incidentSchema,
  librarySchema,
  removeHazardSchema,
  signOffSchema,
  withdrawSignOffSchema,
} from '@/areas/safety/records/safety';
import { hazardForm, incidentForm } from '@/areas/safety/read/toForm';

/** Takes hazards of the library into the project, where they can be changed. */
export const takeFromLibrary = action('takeFromLibrary', librarySchema, async ({ tx, projectId }, { names }) => {
  const rows = LIBRARY.filter((one) => names.includes(one.name)).map((one) => ({ projectId, ...one }));
  const added = await tx`insert into hazard ${tx(rows)} on conflict do nothing returning 1`;
  return { added: added.length };
});

/** A hazard with what names it. When what is said about it changes, teams have to read it again. */
export const saveHazard = action(
  'saveHazard',
  hazardSchema,
  async (work, { id, version, stages, machines, protocols, materials, ...values }) => {
    const { tx, projectId, notes } = work;
    const [known] = id
      ? await tx<{ cautions: string; equipment: string; supervision: string; textVersion: number }[]>`
              select cautions, equipment, supervision, text_version from hazard where id = ${id} and project_id = ${projectId}`
      : [];
    const { name, cautions, equipment, supervision, needsTraining, needsReading } = values;
    const says = { cautions, equipment, supervision };
    const newText = known && (Object.keys(says) as (keyof typeof says)[]).some((key) => known[key] !== says[key]);
    const hazardId = await saveRow(
      work,
      'hazard',
      { id, version },
      { name, ...says, needsTraining, needsReading, ...(newText ? { textVersion: known.textVersion + 1 } : {}) },
      hazardForm,
    );
    if (newText && needsReading) notes.push('What it says has changed, so teams read it again');
    await saveUses(work, hazardId, { stages, machines, protocols, materials });
    return { id: hazardId };
  },
);

type Uses = Record<'stages' | 'machines' | 'protocols' | 'materials', string[]>;

async function saveUses({ tx, projectId }: Work, hazardId: string, uses: Uses): Promise<void> {
  await tx`delete from hazard_use where hazard_id = ${hazardId} and project_id = ${projectId}`;
  const none = { stageId: null, machineId: null, protocolId: null, material: null };
  const rows = [
    ...uses.stages.map((stageId) => ({ ...none, stageId })),
    ...uses.machines.map((machineId) => ({ ...none, machineId })),
    ...uses.protocols.map((protocolId) => ({ ...none, protocolId })),
    ...uses.materials.map((material) => ({ ...none, material })),
  ].map((row) => ({ projectId, hazardId, ...row }));
  if (rows.length > 0) await tx`insert into hazard_use ${tx(rows)}`;
}

/** Takes a hazard out of the project, as long as nobody was signed off for it. */
export const removeHazard = action('removeHazard', removeHazardSchema, (work, { id }) =>
  removeRow(work, 'hazard', id, 'This hazard'),
);

/** Signs students off for a training; for who is signed off already it is renewed. */
export const signOff = action(
  'signOff',
  signOffSchema,
  async ({ tx, projectId, seat, now }, { hazardId, people, signedOn, validUntil }) => {
    if (signedOn > now.slice(0, 10)) throw new FieldError('signedOn', 'The training can’t be in the future.');
    const shared = { projectId, hazardId, signedOn, validUntil, signedBy: seat.actor.name };
    const rows = [...new Set(people)].map((accountId) => ({ ...shared, accountId }));
    const signed = await tx`
          insert into sign_off ${tx(rows)} on conflict (account_id, hazard_id) do update
          set signed_on = excluded.signed_on, signed_by = excluded.signed_by, valid_until = excluded.valid_until returning 1`;
    return { signed: signed.length };
  },
);

/** Takes a sign-off back; what is booked stays, and is held. */
export const withdrawSignOff = action('withdrawSignOff', withdrawSignOffSchema, (work, { id }) =>
  removeRow(work, 'sign_off', id, 'This sign-off'),
);

/** A team has read what is said about a hazard, in the version that was shown. */
export const acknowledgeHazard = action(
  'acknowledgeHazard',
  acknowledgeSchema,
  async ({ tx, projectId, seat, now }, { teamId, hazardId, textVersion }) => {
    const [hazard] = await tx<{ textVersion: number }[]>`
          select text_version from hazard where id = ${hazardId} and project_id = ${projectId} for share`;
    if (!hazard) throw new FieldError('', 'This hazard was removed meanwhile.');
    if (hazard.textVersion !== textVersion)
      throw new FieldError('', 'The cautions were changed meanwhile; read them again.');
    const row = { projectId, teamId, hazardId, textVersion, readBy: seat.actor.id, readOn: now.slice(0, 10) };
    await tx`
          insert into acknowledgement ${tx(row)} on conflict (team_id, hazard_id) do update
          set text_version = excluded.text_version, read_by = excluded.read_by, read_on = excluded.read_on`;
  },
  ofTeam,
);

/** An incident or a near miss, for instructors alone. */
export const saveIncident = action(
  'saveIncident',
  incidentSchema,
  async (work, { id, version, kind, happenedOn, place, what, done }) => {
    if (happenedOn > work.now.slice(0, 10)) throw new FieldError('happenedOn', 'The day is in the future.');
    const values = { kind, happenedOn, place, what, done };
    return { id: await saveRow(work, 'incident', { id, version }, values, incidentForm) };
  },
);
