import { day } from '@/core/format';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { IncidentForm } from '@/areas/safety/ui/IncidentForm';
import { incidentForm } from '@/areas/safety/read/toForm';
import type { Place } from '@/areas/course';
import type { readIncidentsPage } from '@/areas/safety/read/pages/incidents';

type Props = Awaited<ReturnType<typeof readIncidentsPage>> & { frame: Place };

/** The content of the page “Incidents”. */
export function IncidentsView({ incidents, fixed }: Props) {
  return (
    <>
      <p className="callout mb-4" style={{ '--tone': 'var(--brick)' } as React.CSSProperties}>
        This is a notebook, not a report: what the school and the law require to be reported is reported their way.
      </p>
      {incidents.length === 0 && <p className="faint mb-3">None yet.</p>}
      <ul>
        {incidents.map((one) => (
          <li key={one.id} className="border-t border-hair py-1.5 max-w-4xl flex items-baseline gap-4">
            <p className="grow">
              <b>{day(one.happenedOn, true)}</b>, {one.kind}, {one.place}: {one.what}
              {one.done && <span className="block text-sm faint">Done: {one.done}</span>}
            </p>
            <SidePanel
              id={`incident-${one.id}`}
              label="Change"
              icon={CHANGE}
              of={`${one.kind} of ${day(one.happenedOn)}`}
              title={`${one.kind === 'near miss' ? 'Near miss' : 'Incident'} of ${day(one.happenedOn, true)}`}
              className="btn-text no-print"
            >
              <IncidentForm
                key={one.version}
                {...fixed}
                id={one.id}
                version={one.version}
                values={incidentForm({ ...one })}
              />
            </SidePanel>
          </li>
        ))}
      </ul>
    </>
  );
}

/** What stands at the page’s head as actions. */
export function IncidentsActions({ incidents, fixed, frame }: Props) {
  return (
    <SidePanel id="new" label="Record incident" icon={ADD} title="Record an incident or a near miss">
      <IncidentForm
        key={incidents.length}
        {...fixed}
        id={null}
        version={null}
        values={{ kind: 'near miss', happenedOn: frame.today, place: '', what: '', done: '' }}
      />
    </SidePanel>
  );
}
