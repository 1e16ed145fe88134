import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, endOfLink, type Place } from '@/areas/course';
import { measureName, eachQuantity } from '@/areas/bench';
import { ruleInWords } from '@/core/scoring';
import { seesAll } from '@/server/access';
import { SidePanel } from '@/ui/kit/SidePanel';
import { PredictionForm } from '@/areas/standings/ui/awards/PredictionForm';
import { ResultTable } from '@/areas/event/ui/ResultTable';
import { OpeningPanel } from '@/areas/event/ui/OpeningPanel';
import { CHANGE, REMOVE, SAVE, ADD } from '@/ui/kit/icons';
import { EventForm } from '@/areas/event/ui/EventForm';
import { eventForm, NEW_EVENT } from '@/areas/event/write/rule';
import { ActButton } from '@/ui/forms/ActButton';
import { hideEvent, removeEvent } from '@/areas/event/write/actions';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import type { Prediction } from '@/areas/standings';
import type { ReactNode } from 'react';
import { quantity, plural } from '@/core/format';
import { Fold } from '@/ui/sheet/Fold';
import type { readEventPage } from './read';

type Props = Awaited<ReturnType<typeof readEventPage>> & { frame: Place };

/** The content of the page “Event”. */
export function EventView({
  leads,
  attempts,
  protocols,
  officials,
  links,
  predictions,
  choices,
  results,
  opennessOf,
  atHand,
  seen,
  form,
  frame,
}: Props) {
  const { seat, section } = frame;
  const { id } = seat.project;

  return (
    <>
      {results.length === 0 && (
        <Nothing
          step={
            leads &&
            protocols.length === 0 && (
              <Link className="btn btn-go" href={hrefIn(frame, 'bench')}>
                Protocols, under Bench
              </Link>
            )
          }
        >
          An event is a protocol with a rule: how many attempts, which one counts, how it becomes points.{' '}
          {protocols.length === 0 ? 'The protocol comes first.' : ''}
        </Nothing>
      )}
      {results.map((one) => (
        <section key={one.event.id} className="mb-6" id={one.event.id}>
          <h2 className="h3 mb-1">
            {one.event.name}{' '}
            <span className="faint font-normal">
              · {measureName(eachQuantity(protocols).find((p) => p.quantityId === one.event.quantityId)!)}
            </span>
          </h2>
          <p className="text-sm faint">
            {ruleInWords(
              one.event.rule,
              eachQuantity(protocols).find((p) => p.quantityId === one.event.quantityId)!.unit,
            )}
          </p>
          <p className="text-sm mb-1">
            {one.event.hidden && <b>Hidden from students and the standings · </b>}
            {opennessOf(one.event.id)
              .filter((of) => !section || of.id === section.id)
              .map((of) => `Section ${of.name} ${of.says}`)
              .join(' · ')}
          </p>
          <Predictions
            predictions={predictions.filter(({ eventId }) => eventId === one.event.id)}
            teams={frame.teams}
            own={seat.teamId}
            all={seesAll(seat)}
          >
            {seat.teamId && !attempts.some((run) => run.eventId === one.event.id && run.teamId === seat.teamId) && (
              <SidePanel
                id={`prediction-${one.event.id}`}
                label="Say what you expect"
                title={`Your prediction for ${one.event.name}`}
                className="btn-text"
              >
                <PredictionForm
                  projectId={id}
                  event={one.event}
                  teamId={seat.teamId}
                  known={predictions.find((of) => of.eventId === one.event.id && of.teamId === seat.teamId) ?? null}
                  unit={
                    one.event.rule.value === undefined
                      ? eachQuantity(protocols).find((p) => p.quantityId === one.event.quantityId)!.unit
                      : ''
                  }
                />
              </SidePanel>
            )}
          </Predictions>
          {leads || seen.length > 0 ? (
            <Results folded={seen.length > MANY && one !== atHand} teams={seen.length}>
              <ResultTable
                results={one}
                teams={seen}
                attempts={attempts}
                allowed={one.event.attemptsAllowed}
                unit={eachQuantity(protocols).find((p) => p.quantityId === one.event.quantityId)!.unit}
                runHref={hrefIn(frame, 'bench/runs/RUN')}
              />
            </Results>
          ) : (
            <p className="faint">Results are shown once the standings are published.</p>
          )}
          {leads && (
            <div className="no-print mt-1.5 flex flex-wrap gap-x-5 gap-y-1">
              <SidePanel
                id={`opening-${one.event.id}`}
                label="Opening and officials"
                title={`Opening and officials of ${one.event.name}`}
                className="btn-text"
              >
                <OpeningPanel
                  projectId={id}
                  event={one.event}
                  sections={opennessOf(one.event.id)}
                  officials={officials.filter((of) => of.eventId === one.event.id)}
                  students={choices}
                  day={seat.project.eventDate}
                />
              </SidePanel>
              <SidePanel
                id={`rule-${one.event.id}`}
                label="Change rule"
                icon={CHANGE}
                title={`Rule of ${one.event.name}`}
                className="btn-text"
              >
                <EventForm
                  key={one.event.version}
                  {...form}
                  id={one.event.id}
                  version={one.event.version}
                  values={eventForm({ ...one.event })}
                />
              </SidePanel>
              <ActButton
                act={hideEvent}
                input={{ projectId: id, id: one.event.id, version: one.event.version, hidden: !one.event.hidden }}
                done={one.event.hidden ? 'Students see it again.' : 'Students don’t see it, and it doesn’t count.'}
                className="btn-text"
              >
                {one.event.hidden ? 'Show event' : 'Hide event'}
              </ActButton>
              <ActButton
                icon={REMOVE}
                act={removeEvent}
                undo
                input={{ projectId: id, id: one.event.id, version: one.event.version }}
                done={`${one.event.name} is removed. Its runs stay as practice.`}
                confirm={`Remove ${one.event.name}? Its runs become practice, and the standings leave it out.`}
                className="btn-text"
              >
                Remove event
              </ActButton>
            </div>
          )}
        </section>
      ))}
      {leads && results.length > 0 && (
        <LinkPanel
          projectId={id}
          purpose="official"
          links={links}
          endsOn={endOfLink(seat.project.eventDate)}
          events={results.map(({ event }) => [event.id, event.name] as const)}
        />
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function EventActions({ leads, protocols, results, form, frame }: Props) {
  const { seat } = frame;
  const { id } = seat.project;
  const save = leads && results.length > 0 && (
    <a className="btn" href={`/projects/${id}/export/results.csv`}>
      {SAVE} Save as CSV
    </a>
  );
  return (
    <>
      {save}
      {leads && protocols.length > 0 && (
        <SidePanel
          id="new"
          label="Add event"
          icon={ADD}
          title="New event"
          className={results.length === 0 ? 'btn btn-go' : 'btn'}
        >
          <EventForm
            key={results.length}
            {...form}
            id={null}
            version={null}
            values={{ ...NEW_EVENT, position: String(results.length + 1) }}
          />
        </SidePanel>
      )}
      {results.length > 0 && (seesAll(seat) || seat.teamId) && (
        <Link className="btn btn-go" href={hrefIn(frame, 'bench/enter')}>
          Enter runs
        </Link>
      )}
    </>
  );
}

/** What teams said they expect: to whoever leads all of them, to a student the own one. */
function Predictions({
  predictions,
  teams,
  own,
  all,
  children,
}: {
  predictions: readonly Prediction[];
  teams: Place['teams'];
  own: string | null;
  all: boolean;
  children: ReactNode;
}) {
  const shown = predictions.filter(({ teamId }) => all || teamId === own);
  const said = shown.map(
    ({ teamId, value, unit }) => `${teams.find((one) => one.id === teamId)?.name ?? 'a team'} ${quantity(value, unit)}`,
  );
  if (said.length === 0 && !children) return null;
  return (
    <p className="text-sm mb-1">
      {said.length > 0 && <>Predictions: {said.join(', ')} </>}
      {children}
    </p>
  );
}

/** The table of one event; of many teams only that of the event at hand is open. */
function Results({ folded, teams, children }: { folded: boolean; teams: number; children: ReactNode }) {
  return folded ? <Fold label={`Results of ${plural(teams, 'team')}`}>{children}</Fold> : children;
}

/** From so many teams on, one table fills the screen several times. */
const MANY = 30;
