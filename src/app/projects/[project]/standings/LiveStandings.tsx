import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD, SAVE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { mostPoints } from '@/core/scoring';
import { ProjectFrame, type Frame } from '@/shell/frame';
import { hrefIn, endOfLink, listLinks } from '@/areas/course';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { publishStandings, removeComponent } from '@/areas/standings/write/actions';
import { ComponentForm } from '@/areas/standings/ui/forms';
import { lastPublication, componentForm, loadStandings, type ComponentRecord, type Standings } from '@/areas/standings';
import { StandingTable } from '@/areas/standings/ui/StandingTable';
import { COUNTS_AS } from '@/areas/standings/ui/countsAs';
import { inZone } from '@/server/clock';
import { ActButton } from '@/ui/forms/ActButton';
import { moment, number, plural, shortName } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

/** The standings as they are now, for whoever leads: components, what each adds, and the way to publish them. */
export async function LiveStandings({
  frame,
  published,
}: {
  frame: Frame;
  published: Awaited<ReturnType<typeof lastPublication>>;
}) {
  const { project } = frame.seat;
  const sectionId = frame.section?.id ?? null;
  const standings = await loadStandings(pool(), project, sectionId);
  const { table, components, problems } = standings;
  const rows = table.flatMap((row) => {
    const team = frame.teams.find((one) => one.id === row.teamId);
    return team ? [{ ...row, team: team.name, colour: team.colour }] : [];
  });
  const announced = components.reduce((sum, c) => sum + c.weight * (maxOf(c, standings) ?? NaN), 0);
  const about = table.length
    ? [
        plural(components.length, 'component'),
        Number.isFinite(announced) && !project.normaliseWeights ? `announced total ${number(announced)}` : '',
        published
          ? `last published ${moment(inZone(published.publishedAt, project.timeZone))} by ${shortName(published.publishedBy)}`
          : 'not published',
      ]
        .filter(Boolean)
        .join(' · ')
    : undefined;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'grades', 'links', 'standings']}
      frame={frame}
      sheet="standings"
      name="Standings"
      byTeam={false}
      about={about}
      actions={
        table.length > 0 && (
          <>
            <a
              className="btn"
              href={`/projects/${project.id}/export/standings.csv${sectionId ? `?section=${sectionId}` : ''}`}
            >
              {SAVE} Save as CSV
            </a>
            <ActButton
              act={publishStandings}
              input={{ projectId: project.id, sectionId }}
              done="Published: students and the board see these places."
              confirm="Publish these standings? Students and boards see them."
              className="btn btn-go"
            >
              Publish a snapshot
            </ActButton>
          </>
        )
      }
    >
      {table.length === 0 && (
        <Nothing>
          The ranking adds up components: each takes the points of an event or the grade of a rubric, with a weight.
        </Nothing>
      )}
      {table.length > 0 && (
        <StandingTable
          rows={rows}
          components={components.map((c) => c.name)}
          href={(team) => hrefIn(frame, `standings/${team}`)}
        />
      )}
      {table.length > 0 && (
        <p className="mt-2 text-sm faint">
          A place leads back along its chain: points, counted attempt, protocol and instrument, iteration, requirement,
          the client’s sentence.
        </p>
      )}
      {problems.map((problem) => (
        <p key={problem} className="callout mt-2">
          {problem}
        </p>
      ))}
      <Components frame={frame} standings={standings} />
      <LinkPanel
        projectId={project.id}
        purpose="board"
        links={await listLinks(pool(), project.id, 'board')}
        endsOn={endOfLink(project.eventDate)}
        sections={frame.sections.map((s) => [s.id, s.name] as const)}
      />
    </ProjectFrame>
  );
}

/** The most a component can add before its weight; null where there is no upper end. */
function maxOf(component: ComponentRecord, { events, grades }: Standings): number | null {
  if (component.countsAs === 'percent-of-best' || component.countsAs === 'percent-of-max') return 100;
  if (component.countsAs !== 'points') return null;
  const grade = grades.find((one) => one.rubric.id === component.rubricId);
  if (grade) return grade.max;
  const event = events.find((one) => one.event.id === component.eventId)?.event;
  return event ? mostPoints(event.rule) : null;
}

function Components({ frame, standings }: { frame: Frame; standings: Standings }) {
  const { events, grades, components } = standings;
  const projectId = frame.seat.project.id;
  const sources = [
    ...events.map(({ event }) => [`event:${event.id}`, `event ${event.name}`] as const),
    ...grades.map(({ rubric }) => [`rubric:${rubric.id}`, `rubric ${rubric.name}`] as const),
  ];
  const nameOf = new Map(sources.map(([source, name]) => [source.slice(source.indexOf(':') + 1), name]));
  const empty = {
    name: '',
    source: '',
    countsAs: 'points',
    weight: '1',
    max: '',
    position: String(components.length + 1),
  };
  return (
    <section className="mt-5 no-print">
      <div className="flex flex-wrap items-baseline gap-x-5 mb-1">
        <h2>Components and weights</h2>
        {sources.length > 0 && (
          <SidePanel
            id="new"
            label="Add component"
            icon={ADD}
            title="New component"
            className={components.length ? 'btn-text' : 'btn btn-go'}
          >
            <ComponentForm
              key={components.length}
              projectId={projectId}
              id={null}
              version={null}
              values={empty}
              sources={sources}
            />
          </SidePanel>
        )}
      </div>
      {sources.length === 0 && <p className="faint">An event or a rubric comes first.</p>}
      <ul>
        {components.map((component) => (
          <li
            key={component.id}
            className="border-b border-hair py-1.5 flex flex-wrap items-baseline gap-x-5 max-w-4xl"
          >
            <p className="grow">
              <b>{component.name}</b>{' '}
              <span className="faint">
                {[
                  nameOf.get(component.eventId ?? component.rubricId ?? ''),
                  COUNTS_AS[component.countsAs],
                  component.max !== null && component.countsAs === 'percent-of-max'
                    ? `of ${number(component.max)}`
                    : null,
                  `weight ${number(component.weight)}`,
                ]
                  .filter(Boolean)
                  .join(', ')}
              </span>
            </p>
            <ChangeAndRemove
              id={`component-${component.id}`}
              name={component.name}
              title={`Component ${component.name}`}
              remove={{
                act: removeComponent,
                input: { projectId, id: component.id, version: component.version },
                undo: true,
                done: `${component.name} no longer counts.`,
                confirm: `Take ${component.name} out of the ranking?`,
              }}
            >
              <ComponentForm
                key={component.version}
                projectId={projectId}
                id={component.id}
                version={component.version}
                values={componentForm({ ...component })}
                sources={sources}
              />
            </ChangeAndRemove>
          </li>
        ))}
      </ul>
    </section>
  );
}
