import { formatISO } from 'date-fns';
import * as yup from 'yup';
import { fieldsOf } from './fields';
import { CURRENCIES } from '@/core/dimensions';
import { projectFields } from './projectSchema';

const { Choice, Text, useValue } = fieldsOf(yup.object(projectFields));

const UNITS = [
  ['metric', 'Metric'],
  ['US', 'US customary'],
] as const;

/** The day of the event; one in the past is warned of, as plans count back from it. */
function EventDay() {
  const day = useValue('eventDate') as string | undefined;
  const passed = day && day < formatISO(new Date(), { representation: 'date' });
  return (
    <Text
      name="eventDate"
      label="Day of the event"
      type="date"
      hint={passed ? <b className="text-ochre">This day has passed. Plans count back from it.</b> : undefined}
    />
  );
}

/** The fields that every project has from the start. */
export function ProjectFields() {
  return (
    <>
      <Text name="title" label="Title" />
      <Text name="clientName" label="Client or competition" />
      <div className="flex flex-wrap gap-3">
        <EventDay />
        <Text name="timeZone" label="Time zone of the school" />
        <Choice name="units" label="Units offered first" options={UNITS} />
        <Choice
          name="currency"
          label="Money"
          options={CURRENCIES.map((name) => [name, name] as const)}
          className="w-28"
        />
      </div>
    </>
  );
}
