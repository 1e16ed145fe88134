'use client';

import { useWatch } from 'react-hook-form';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { saveAward } from '@/areas/standings/write/awards/actions';
import { awardSchema } from '@/areas/standings/records/awards';
import { AWARD_NAME } from './words';

const { Choice, Decimal, Text } = fieldsOf(awardSchema);

export interface Offers {
  events: Options;
  contests: Options;
  rubrics: Options;
  teams: Options;
}

/** An award, how it is found, and what stands on the trophy. */
export function AwardForm({ projectId, id, version, values, ...offers }: Editing & Offers) {
  return (
    <RecordForm
      id={`award-${id ?? `new-${projectId}`}`}
      schema={awardSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveAward}
      label="Save award"
      saved="The award is saved."
      names={{ name: 'Award', of: 'How it is found' }}
    >
      <div className="flex flex-wrap gap-3">
        <Text name="name" label="Award" className="min-w-52" />
        <Decimal name="position" label="Order" className="w-20" hint="the first is handed over last" />
      </div>
      <Choice name="of" label="How it is found" options={Object.entries(AWARD_NAME)} className="max-w-md" />
      <About {...offers} />
      <Text name="trophy" label="Line on the trophy" className="max-w-md" />
    </RecordForm>
  );
}

function About({ events, contests, rubrics, teams }: Offers) {
  const of = useWatch({ name: 'of' }) as string;
  const choose = (options: Options): Options => [['', 'choose …'], ...options];
  return (
    <div className="flex flex-wrap gap-3">
      {['event', 'improvement', 'prediction'].includes(of) && (
        <Choice name="eventId" label="Event" options={choose(events)} className="min-w-44" />
      )}
      {of === 'contest' && <Choice name="contestId" label="Contest" options={choose(contests)} className="min-w-44" />}
      {of === 'rubric' && <Choice name="rubricId" label="Rubric" options={choose(rubrics)} className="min-w-44" />}
      {['standings', 'event', 'contest'].includes(of) && <Decimal name="place" label="Place" className="w-20" />}
      {of === 'hand' && (
        <>
          <Choice name="teamId" label="Team" options={choose(teams)} className="min-w-40" />
          <Text name="why" label="Reason" className="min-w-64" />
        </>
      )}
    </div>
  );
}
