'use client';

import { useState } from 'react';
import type { StaffMember } from '@/areas/course/read/people/staff';
import { ActButton } from '@/ui/forms/ActButton';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { changeStaff, inviteStaff, removeStaff } from '@/areas/course/write/staff';
import { inviteSchema, ROLES } from '@/areas/course/records/staff';

const { Choice, Text } = fieldsOf(inviteSchema);
const WORD = { owner: 'owner', 'co-instructor': 'leads it too', assistant: 'assists' };

interface Props {
  projectId: string;
  staff: StaffMember[];
  /** Who looks at it. */
  self: string;
}

/** Who leads the project and who assists: invite somebody, change what they may do, remove them. */
export function StaffPanel({ projectId, staff, self }: Props) {
  const [made, setMade] = useState<{ login: string; password: string | null } | null>(null);
  return (
    <div className="pt-2 max-w-3xl">
      <p className="faint mb-2">
        An owner may erase people and says who leads the project. Whoever leads it with you may do all the rest. An
        assistant sees every team and records: runs, iterations, hand-ins, absences, sessions, incidents.
      </p>
      <ul className="mb-3">
        {staff.map(({ accountId, name, login, role }) => (
          <li key={accountId} className="flex flex-wrap gap-x-4 gap-y-1 items-center py-1.5 border-b border-hair">
            <b>{name}</b>
            <span className="faint num">{login}</span>
            <span className="grow">{WORD[role]}</span>
            {accountId !== self && (
              <>
                {ROLES.filter(([other]) => other !== role).map(([other]) => (
                  <ActButton
                    key={other}
                    act={changeStaff}
                    input={{ projectId, accountId, role: other }}
                    done="Changed."
                    className="btn-text"
                  >
                    {other === 'owner' ? 'make owner' : other === 'assistant' ? 'let assist' : 'let lead'}
                  </ActButton>
                ))}
                <ActButton
                  act={removeStaff}
                  input={{ projectId, accountId }}
                  done={`${name} is out of this project.`}
                  confirm={`Remove ${name} from this project?`}
                  className="btn-text"
                >
                  remove
                </ActButton>
              </>
            )}
          </li>
        ))}
      </ul>
      <RecordForm
        id={`staff-${projectId}`}
        schema={inviteSchema}
        values={{ name: '', role: 'co-instructor' as const }}
        fixed={{ projectId }}
        submit={inviteStaff}
        label="Invite"
        saved="They are in this project now."
        compact
        then={(result) => (setMade(result as typeof made), '')}
      >
        <Text name="name" label="Sign-in name of an instructor, or the name of somebody new" autoComplete="off" />
        <Choice name="role" label="What they do" options={ROLES} />
      </RecordForm>
      {made && (
        <p className="callout mt-2">
          {made.password ? (
            <>
              Shown this once, hand it over now: sign-in name <output className="num select-all">{made.login}</output>,
              password <output className="num select-all font-semibold">{made.password}</output>. They can change it
              under “Your account”.
            </>
          ) : (
            <>
              <b>{made.login}</b> finds this project under “Your projects”.
            </>
          )}
        </p>
      )}
    </div>
  );
}
