'use client';

import { ActButton } from '@/ui/forms/ActButton';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm } from '@/ui/forms/RecordForm';
import { closeEvent, nameOfficial, openEvent, removeOfficial } from '@/areas/event/write/actions';
import { officialSchema, openEventSchema } from '@/areas/event/records/event';

const Opening = fieldsOf(openEventSchema);
const Official = fieldsOf(officialSchema);

/** How an event stands in a section, in words. */
export interface SectionOpening {
  id: string;
  name: string;
  open: boolean;
  ahead: boolean;
  says: string;
}
interface Props {
  projectId: string;
  event: { id: string; name: string };
  sections: SectionOpening[];
  officials: { accountId: string; name: string }[];
  students: Options;
  /** The day of the event, proposed for an opening ahead. */
  day: string;
}

/** When the runs of an event count, section by section, and which students enter its attempts. */
export function OpeningPanel({ projectId, event, sections, officials, students, day }: Props) {
  const place = { projectId, eventId: event.id };
  return (
    <div className="flex flex-col gap-4">
      <p className="faint">
        Until an event is open, every run is practice. Once it is open, runs at the rig are attempts: you, assistants
        and the officials enter them, and nobody else can change one.
      </p>
      <ul aria-label={`Sections of ${event.name}`}>
        {sections.map(({ id, name, open, ahead, says }) => (
          <li key={id} className="flex flex-wrap gap-x-4 gap-y-1 items-center py-1.5 border-b border-hair">
            <b>Section {name}</b>
            <span className="grow">{says}</span>
            {open || ahead ? (
              <ActButton
                act={closeEvent}
                input={{ ...place, sectionId: id }}
                done={open ? `Closed: runs of section ${name} are practice again.` : 'It will not open by itself.'}
                className="btn-text"
              >
                {open ? `Close for section ${name}` : 'Cancel the opening'}
              </ActButton>
            ) : (
              <ActButton
                act={openEvent}
                input={{ ...place, sectionId: id }}
                done={`${event.name} is open for section ${name}.`}
              >
                Open for section {name}
              </ActButton>
            )}
          </li>
        ))}
      </ul>
      <RecordForm
        id={`open-${event.id}`}
        schema={openEventSchema}
        values={{ sectionId: '', day, time: '' }}
        fixed={place}
        submit={openEvent}
        label="Open at this time"
        saved="It opens by itself."
        compact
      >
        <Opening.Choice
          name="sectionId"
          label="Section"
          options={[['', 'all'], ...sections.map(({ id, name }) => [id, name] as const)]}
        />
        <Opening.Text name="day" label="Day" type="date" />
        <Opening.Text name="time" label="Time" type="time" />
      </RecordForm>
      <section aria-label={`Officials of ${event.name}`}>
        <h2>Officials</h2>
        <p className="faint">They enter, correct and withdraw attempts of every team but their own.</p>
        <ul>
          {officials.map(({ accountId, name }) => (
            <li key={accountId} className="flex flex-wrap gap-4 items-center py-1 border-b border-hair">
              <span className="grow">{name}</span>
              <ActButton
                act={removeOfficial}
                input={{ ...place, accountId }}
                done={`${name} is no longer an official.`}
                className="btn-text"
              >
                remove
              </ActButton>
            </li>
          ))}
        </ul>
        <RecordForm
          key={officials.length}
          id={`official-${event.id}`}
          schema={officialSchema}
          values={{ accountId: '' }}
          fixed={place}
          submit={nameOfficial}
          label="Name official"
          saved="Named."
          compact
        >
          <Official.Choice name="accountId" label="Student" options={[['', 'choose …'], ...students]} />
        </RecordForm>
      </section>
    </div>
  );
}
