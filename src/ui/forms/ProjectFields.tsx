import * as yup from 'yup';
import { fieldsOf } from './fields';
import { projectFields } from './projectSchema';

const { Choice, Text } = fieldsOf(yup.object(projectFields));

const UNITS = [
  ['metric', 'Metric'],
  ['US', 'US customary'],
] as const;

/** The fields that every project has from the start. */
export function ProjectFields() {
  return (
    <>
      <Text name="title" label="Title" />
      <Text name="clientName" label="Client or competition" />
      <div className="flex flex-wrap gap-3">
        <Text name="eventDate" label="Day of the event" type="date" />
        <Text name="timeZone" label="Time zone of the school" />
        <Choice name="units" label="Units offered first" options={UNITS} />
      </div>
    </>
  );
}
