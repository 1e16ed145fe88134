import { ADD, CHANGE, REMOVE, SAVE } from '@/ui/kit/icons';
import type { ReactNode } from 'react';
import { Fold } from '@/ui/sheet/Fold';
import { Link } from '@/ui/Link';
import { EventForm } from '@/areas/event/ui/EventForm';
import { hideEvent, removeEvent } from '@/areas/event/write/actions';
import { OpeningPanel } from '@/areas/event/ui/OpeningPanel';
import { ResultTable } from '@/areas/event/ui/ResultTable';
import { eventForm, NEW_EVENT } from '@/areas/event/write/rule';
import { eventViews, openSheet, ProjectFrame, type Frame, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents, endOfLink, listLinks } from '@/areas/course';
import { PredictionForm } from '@/areas/standings/ui/awards/PredictionForm';
import { listPredictions, type Prediction } from '@/areas/standings';
import { listParameters } from '@/areas/brief';
import { allowed, seesAll } from '@/server/access';
import { factName } from '@/core/shared/factName';
import { factUnit, loadEventResults } from '@/areas/event';
import {
  listOfficials,
  listOpenings,
  openingOf,
  opennessAt,
  type Opening,
  eachQuantity,
  listProtocols,
  measureName,
  listAttempts,
} from '@/areas/bench';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { ActButton } from '@/ui/forms/ActButton';
import { SidePanel } from '@/ui/kit/SidePanel';
import { momentOfEntry, momentHere } from '@/server/clock';
import { moment, plural, quantity } from '@/core/format';
import { ruleInWords } from '@/core/scoring';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

/** From so many teams on, one table fills the screen several times. */
const MANY = 30;

export default async function EventPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event', props);
  const { seat, section, team } = frame;
  const { id } = seat.project;
  const leads = seat.role === 'instructor';
  const [all, attempts, protocols, parameters, openings, officials, students, links, predictions] = await Promise.all([
    loadEventResults(pool(), id),
    listAttempts(pool(), id),
    listProtocols(pool(), id),
    listParameters(pool(), id),
    listOpenings(pool(), id),
    listOfficials(pool(), id),
    leads ? listStudents(pool(), id) : [],
    leads ? listLinks(pool(), id, 'official') : [],
    listPredictions(pool(), id),
  ]);
  const choices = students.map((of) => [of.accountId, of.name] as const);
  const results = all.filter(({ event }) => !event.hidden || seesAll(seat));
  const opennessOf = (eventId: string) => sectionsOf(frame, openings, eventId);
  const atHand = results.find(({ event }) => opennessOf(event.id).some((of) => of.open)) ?? results[0];
  const seen = frame.teams.filter(
    (one) =>
      (!section || one.sectionId === section.id) &&
      (!team || one.id === team.id) &&
      allowed(seat, 'run.read', { teamId: one.id }),
  );
  const facts = parameters
    .filter((p) => p.dimension !== 'yes-no')
    .map((p) => `${factName(p.name)} (${factUnit(p.dimension)})`);
  const form = {
    projectId: id,
    protocols: protocols.map((one) => ({
      id: one.id,
      name: one.name,
      quantities: one.quantities.map(({ quantityId, parameterName, unit }) => ({
        id: quantityId,
        name: parameterName,
        unit,
      })),
    })),
    facts,
  };
  const save = leads && results.length > 0 && (
    <a className="btn" href={`/projects/${id}/export/results.csv`}>
      {SAVE} Save as CSV
    </a>
  );
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'requirements', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      views={eventViews(seat.role)}
      about={results.length ? plural(results.length, 'event') : undefined}
      actions={
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
      }
    >
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
    </ProjectFrame>
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
  teams: Frame['teams'];
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

/** How an event stands in each section, in words behind "Section 2". */
function sectionsOf({ seat, now, sections }: Frame, openings: Opening[], eventId: string) {
  const present = momentOfEntry(seat.project, now, 0);
  const local = (at: Date) => moment(momentHere(seat.project, at));
  return sections.map(({ id, name }) => {
    const opening = openingOf(openings, eventId, id);
    const openness = opennessAt(opening, present);
    const says =
      openness === 'open'
        ? `open since ${local(opening!.opensAt)}`
        : openness === 'ahead'
          ? `opens ${local(opening!.opensAt)}`
          : opening?.closesAt
            ? `closed since ${local(opening.closesAt)}`
            : 'not open yet: runs are practice';
    return { id, name, open: openness === 'open', ahead: openness === 'ahead', says };
  });
}
