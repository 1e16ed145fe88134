'use client';

import { useWatch } from 'react-hook-form';
import { FORMAT_NAME, FORMAT_SAYS } from '@/areas/event/shared/contests/words';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveContest } from '@/areas/event/write/contests/actions';
import { contestSchema } from '@/areas/event/records/contests';
import { TIE_NAME } from './words';

const { Area, Check, Choice, Decimal, Rows, Text } = fieldsOf(contestSchema);

interface Props extends Editing {
  sections: Options;
  events: Options;
  teams: Options;
  /** It is open: what was drawn for stays. */
  open: boolean;
}

/** A contest: how it is played, who takes part in which order, where and how long. */
export function ContestForm({ projectId, id, version, values, sections, events, teams, open }: Props) {
  return (
    <RecordForm
      id={`contest-${id ?? `new-${projectId}`}`}
      schema={contestSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveContest}
      label="Save contest"
      saved="The contest is saved."
      names={{ name: 'Name', format: 'Format', day: 'Day', start: 'Start', teams: 'Teams' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Contest" className="min-w-52" />
        <Decimal name="position" label="Order" className="w-20" />
      </div>
      {open && <p className="callout">It is open: teams and the way it is played stay as they were drawn.</p>}
      <Format />
      <Details events={events} open={open} />
      <div className="flex flex-wrap gap-3">
        <Choice name="sectionId" label="Section" options={[['', 'all'], ...sections]} className="w-28" />
        <Text name="day" label="Day" type="date" />
        <Text name="start" label="Start" className="w-24" mono />
        <Decimal name="minutes" label="Time available" unit="min" className="w-36" />
      </div>
      <div className="flex flex-wrap gap-3">
        <Rings />
        <Decimal name="minutesPerMatch" label="A match takes" unit="min" className="w-36" />
        <Decimal name="changeover" label="Changeover" unit="min" className="w-32" />
        <Decimal name="restMinutes" label="Rest of a team" unit="min" className="w-32" />
        <Decimal name="protestMinutes" label="Time for a protest" unit="min" className="w-40" hint="0: no limit" />
      </div>
      <Check name="confirmed" label="A second official confirms each result" />
      <Area
        name="cautions"
        label="Cautions of the day"
        rows={2}
        hint="Crowd distance, launch, battery, stored energy, water. Shown at the desk; local rules come first."
      />
      {!open && (
        <Rows
          name="teams"
          label="Teams, best seed first (none: all of the section)"
          add="Add a team"
          empty={{ id: teams[0]?.[0] ?? '' }}
          inOrder
        >
          {(path) => <Choice name={`${path}.id`} label="Team" options={teams} className="w-44" />}
        </Rows>
      )}
    </RecordForm>
  );
}

function Format() {
  const format = useWatch({ name: 'format' }) as keyof typeof FORMAT_NAME;
  return (
    <Choice
      name="format"
      label="Format"
      options={Object.entries(FORMAT_NAME)}
      hint={FORMAT_SAYS[format]}
      className="max-w-lg"
    />
  );
}

function Rings() {
  const format = useWatch({ name: 'format' }) as string;
  return <Decimal name="rings" label={format === 'lanes' ? 'Lanes' : 'Rings'} className="w-20" />;
}

/** What a format asks for besides. */
function Details({ events, open }: { events: Options; open: boolean }) {
  const [format, seeding] = useWatch({ name: ['format', 'seeding'] }) as [string, string];
  const table = format === 'round-robin' || format === 'swiss';
  const lanes = format === 'lanes';
  return (
    <>
      <div className="flex flex-wrap gap-3 items-end">
        {!open && (
          <Choice
            name="seeding"
            label="Order of the teams"
            className="w-64"
            options={[
              ['given', 'as they stand in the list'],
              ...(lanes ? [] : [['event', 'by the places of an event'] as const]),
              ['drawn', 'drawn by a seed when it is opened'],
            ]}
          />
        )}
        {(lanes || seeding === 'event') && (
          <Choice
            name="eventId"
            label={lanes ? 'Event that is run' : 'Event that seeds'}
            options={[['', 'choose …'], ...events]}
            className="min-w-48"
          />
        )}
        {!lanes && seeding === 'event' && (
          <Decimal name="takes" label="How many go through" className="w-44" hint="empty: all" />
        )}
        {(format === 'swiss' || lanes) && (
          <Decimal
            name="rounds"
            label="Rounds"
            className="w-24"
            hint={lanes ? 'attempts of each team' : 'empty: as few as will do'}
          />
        )}
        {format === 'round-robin' && (
          <Choice
            name="legs"
            label="Each pair meets"
            options={[
              ['1', 'once'],
              ['2', 'twice'],
            ]}
            className="w-32"
          />
        )}
      </div>
      {format === 'knockout' && <Check name="thirdPlace" label="The two who lose before the final play for place 3" />}
      {format === 'double' && (
        <Check name="reset" label="The final is played again when whoever had no loss loses it" />
      )}
      {table && <Check name="draws" label="A match can end in a draw" />}
      {table && (
        <Rows name="ties" label="Equal points are decided by" add="Add a rule" empty={{ rule: 'head-to-head' }} inOrder>
          {(path) => <Choice name={`${path}.rule`} label="Rule" options={Object.entries(TIE_NAME)} className="w-72" />}
        </Rows>
      )}
    </>
  );
}
