'use client';

import { useState } from 'react';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { askForMachine, bookSlot } from '@/areas/plan/write/bookings/actions';
import { bookOrAskSchema } from '@/areas/plan/records/bookings';

const { Choice, Decimal, Text, useValue } = fieldsOf(bookOrAskSchema);

interface Props {
  projectId: string;
  machine: { id: string; name: string; useMinutes: number; cuts: boolean };
  teams: readonly { id: string; name: string; slots: Options; members: Options }[];
  /** The team and slot that were chosen on the sheet. */
  chosen: { teamId: string; slot: string };
}

/** Books a free slot, or asks for one. */
export function BookForm({ projectId, machine, teams, chosen }: Props) {
  const { id: machineId, name, useMinutes, cuts } = machine;
  const [asked, setAsked] = useState(false);
  return (
    <RecordForm
      key={chosen.slot + chosen.teamId}
      id={`book-${machineId}`}
      schema={bookOrAskSchema}
      values={{
        ...chosen,
        operatorId: '',
        material: cuts ? 'trial' : 'none',
        purpose: '',
        minutes: String(useMinutes),
      }}
      fixed={{ projectId, machineId }}
      submit={(input) => {
        setAsked(!input.slot);
        return input.slot ? bookSlot(input) : askForMachine(input);
      }}
      label={`Book or ask for ${name}`}
      saved={asked ? 'You are in the queue. Its order is shown here.' : 'Booked.'}
    >
      <div className="flex flex-wrap gap-3">
        {teams.length > 1 && (
          <Choice
            name="teamId"
            label="Team"
            options={teams.map((team) => [team.id, team.name] as const)}
            className="w-40"
          />
        )}
        <OfTeam teams={teams} />
        <Decimal name="minutes" label="For" unit="min" className="w-28" />
        {cuts && (
          <Choice
            name="material"
            label="Material"
            className="w-40"
            options={[
              ['trial', 'for trying'],
              ['final', 'final material'],
            ]}
          />
        )}
        <Text name="purpose" label="What for" className="min-w-52 grow" />
      </div>
    </RecordForm>
  );
}

/** What depends on the team: its meetings and its members. */
function OfTeam({ teams }: Pick<Props, 'teams'>) {
  const teamId = useValue('teamId') as string;
  const team = teams.find((one) => one.id === teamId) ?? teams[0];
  const slot = useValue('slot') as string;
  // Somebody else may take the chosen slot while the form is open: it stays chosen, and says so.
  const gone = slot && !team?.slots.some(([one]) => one === slot);
  return (
    <>
      <Choice
        name="slot"
        label="Slot"
        className="w-64"
        options={[
          ['', 'any: join the queue'],
          ...(gone ? [[slot, `${slot.slice(-5)}: no longer free`] as const] : []),
          ...(team?.slots ?? []),
        ]}
      />
      <Choice
        name="operatorId"
        label="Operated by"
        className="w-44"
        options={[['', 'not said yet'], ...(team?.members ?? [])]}
      />
    </>
  );
}
