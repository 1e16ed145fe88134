'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Outcome } from '@/server/outcome';
import { TAGS } from '@/ui/colours';
import { fieldsOf } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { PictureField } from '@/ui/forms/PictureField';
import { attempt, reasonOf } from '@/ui/forms/attempt';
import { RecordForm } from '@/ui/forms/RecordForm';
import { toast } from '@/ui/toast';
import { saveRoles, saveTeam, setRole } from '@/areas/course/write/teams';
import { rolesSchema, rolesSeen, teamSchema } from '@/areas/course/records/teams';

const rolesFields = fieldsOf(rolesSchema);
const teamFields = fieldsOf(teamSchema);

/** A team's name and the colour of its tag. */
export function TeamForm({
  projectId,
  id,
  version,
  values,
}: {
  projectId: string;
  id: string;
  version: number;
  values: { name: string; colour: number };
}) {
  return (
    <RecordForm
      key={version}
      id={`team-${id}`}
      schema={teamSchema}
      values={{ ...values, colour: String(values.colour) }}
      fixed={{ projectId, id, version }}
      submit={saveTeam}
      label="Save"
      names={{ name: 'Name', colour: 'Tag' }}
      compact
    >
      <teamFields.Text name="name" label="Name" className="w-44" />
      <teamFields.Choice
        name="colour"
        label="Tag"
        options={TAGS.map(([, name], i) => [String(i), name] as const)}
        className="w-36"
      />
    </RecordForm>
  );
}

/** The logo of a team, from a file or the clipboard. */
export function LogoField({
  projectId,
  teamId,
  team,
  by,
}: {
  projectId: string;
  teamId: string;
  team: string;
  /** Who keeps it. */
  by: string;
}) {
  const router = useRouter();
  const [pictures, setPictures] = useState<File[]>([]);
  const keep = async () => {
    const id = newId();
    const [picture] = pictures;
    const query = new URLSearchParams({
      projectId,
      id,
      objectKind: 'team',
      objectId: teamId,
      entry: newId(),
      by,
      madeAt: String(Date.now()),
      sentAt: String(Date.now()),
    });
    const outcome = await attempt(async () => {
      const answer = await fetch(`/api/v1/pictures?${query}`, { method: 'POST', body: picture! });
      return (await answer.json()) as Outcome;
    });
    if (!outcome.ok) return void toast.error(reasonOf(outcome));
    toast.success(`The logo of ${team} is kept.`);
    setPictures([]);
    router.refresh();
  };
  return (
    <span className="flex items-center gap-2">
      <PictureField pictures={pictures} choose={(chosen) => setPictures(chosen.slice(-1))} />
      {pictures.length > 0 && (
        <button type="button" className="btn btn-go" onClick={() => void keep()}>
          Use as logo
        </button>
      )}
    </span>
  );
}

/** The roles of the project. */
export function RolesForm({
  projectId,
  roles,
}: {
  projectId: string;
  roles: { name: string; answerableFor: string; needed: boolean }[];
}) {
  return (
    <RecordForm
      key={JSON.stringify(roles)}
      id={`roles-${projectId}`}
      schema={rolesSchema}
      values={{ roles }}
      fixed={{ projectId, seen: rolesSeen(roles) }}
      submit={saveRoles}
      label="Save roles"
    >
      <rolesFields.Rows
        name="roles"
        label="Roles"
        empty={{ name: '', answerableFor: '', needed: false }}
        add="Add a role"
      >
        {(path) => (
          <>
            <rolesFields.Text name={`${path}.name`} label="Role" className="w-44" />
            <rolesFields.Text name={`${path}.answerableFor`} label="Is answerable for" className="grow min-w-60" />
            <rolesFields.Check name={`${path}.needed`} label="every team needs one" />
          </>
        )}
      </rolesFields.Rows>
    </RecordForm>
  );
}

/** The role of one student, chosen at once. */
export function RolePick({
  projectId,
  accountId,
  name,
  role,
  roles,
}: {
  projectId: string;
  accountId: string;
  name: string;
  role: string;
  roles: string[];
}) {
  const router = useRouter();
  const pick = async (to: string) => {
    const outcome = await attempt(() => setRole({ projectId, accountId, role: to }));
    if (outcome.ok) toast.success(to ? `${name}: ${to}.` : `${name} has no role.`);
    else toast.error(reasonOf(outcome));
    router.refresh();
  };
  const known = role && !roles.includes(role) ? [role, ...roles] : roles;
  return (
    <select
      aria-label={`Role of ${name}`}
      value={role}
      onChange={(e) => void pick(e.target.value)}
      className="!w-40 !min-h-7 !py-0"
    >
      <option value="">no role</option>
      {known.map((one) => (
        <option key={one}>{one}</option>
      ))}
    </select>
  );
}
