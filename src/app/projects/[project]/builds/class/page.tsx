import { day, plural, unitName, withQuery } from '@/core/format';
import { lackingOf, findBuildRule, type BuildRule, buildRuleForm, STILL, stillOfTeam } from '@/areas/builds';
import { BuildRuleForm } from '@/areas/builds/ui/BuildRuleForm';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { figuresOf, readDesigns, surveyTeams } from '@/areas/compliance';
import { listStudents, teamIdsIn, hrefIn } from '@/areas/course';
import { limitsOf, SmallTraverse } from '@/areas/compliance/ui/designs/TraverseFigure';
import { BUILD_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { PropertyPanel } from '@/areas/builds/ui/properties/PropertyPanel';
import { listParameters } from '@/areas/brief';
import { allowed } from '@/server/access';
import { tagColour } from '@/ui/colours';
import { Link } from '@/ui/Link';
import { Pick } from '@/ui/sheet/Pick';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function ClassPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/builds/class', props);
  const { seat, teams, sections, section, team } = frame;
  const { figure: asked } = await props.searchParams;
  const [designs, rule, students] = await Promise.all([
    readDesigns(pool(), seat.project.id),
    findBuildRule(pool(), seat.project.id),
    listStudents(pool(), seat.project.id),
  ]);
  const asks = asksOf(rule);
  const ids = teamIdsIn(teams, section?.id ?? null, team?.id ?? null);
  const all = designs.iterations.filter((one) => ids.includes(one.teamId) && allowed(seat, 'iteration.read', one));
  const seen = new Set(all.map(({ id }) => id));
  const figures = figuresOf(all, designs);
  const figure = figures.find(({ id }) => id === asked) ?? figures[0];
  const leads = allowed(seat, 'project.write');
  const here = teams.filter(({ id }) => ids.includes(id));
  const surveyed = surveyTeams(designs.iterations, teams, sections);
  const rows = here.map((one) => {
    const whole = surveyed.get(one.id) ?? [];
    // Where everything may be seen, what was drawn before is drawn again.
    const of = whole.every(({ iteration }) => seen.has(iteration.id))
      ? whole
      : whole.filter(({ iteration }) => seen.has(iteration.id));
    const own = of.map(({ iteration }) => iteration);
    const members = students.filter(({ teamId }) => teamId === one.id);
    // What is not released is neither counted nor called missing.
    const open = of === whole;
    const still = open ? stillOfTeam(one, designs.iterations, sections, frame.today) : null;
    return { team: one, own, of, open, lacks: open ? lackingOf(rule, own, members) : [], still };
  });
  const line = figure
    ? limitsOf(figure)
        .map(({ label }) => label)
        .join(' and ')
    : '';
  const known = figure
    ? [
        ...[...figure.of].flatMap(([id, value]) => (seen.has(id) ? [value] : [])),
        ...figure.limits.map(({ value }) => ({ value, uncertainty: 0 })),
      ]
    : [];
  const spanned = rows.flatMap(({ of }) => of.map(({ meeting }) => meeting));
  const span = {
    from: Math.min(...spanned),
    to: Math.max(...spanned),
    least: Math.min(...known.map(({ value, uncertainty }) => value - uncertainty)),
    most: Math.max(...known.map(({ value, uncertainty }) => value + uncertainty)),
  };
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'calendar', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      view="builds/class"
      views={BUILD_VIEWS}
      title="Designs of the class"
      about={
        figure &&
        `${figure.name}, ${unitName(figure.unit)}, all on one scale from meeting ${span.from} to ${span.to}${line && `; the line is ${line}`}`
      }
    >
      {(asks || leads) && (
        <p className="mb-3 flex flex-wrap items-baseline gap-x-4">
          {asks && <span>The course asks for {asks}.</span>}
          {leads && (
            <SidePanel
              id="rules"
              label={rule.id ? 'Change rules' : 'Set rules for iterations'}
              icon={rule.id ? CHANGE : ADD}
              title="Rules for iterations"
              className="btn-text no-print"
            >
              <BuildRuleForm
                projectId={seat.project.id}
                id={rule.id}
                version={rule.version}
                values={buildRuleForm(rule)}
              />
            </SidePanel>
          )}
          {leads && (
            <SidePanel
              id="properties"
              label="Measured properties"
              icon={CHANGE}
              title="Measured properties"
              className="btn-text no-print"
            >
              <PropertyPanel projectId={seat.project.id} properties={await listParameters(pool(), seat.project.id)} />
            </SidePanel>
          )}
        </p>
      )}
      {!figure ? (
        <Nothing>Once something is measured on iterations, the designs of all teams stand here side by side.</Nothing>
      ) : (
        <>
          <Pick
            label="Figure"
            of={figures.map(({ id, name }) => ({
              key: id,
              name,
              href: withQuery(hrefIn(frame, 'builds/class'), { figure: id }),
              shown: id === figure.id,
            }))}
          />
          <div className="grid grid-cols-1 sm:grid-cols-2 lg:grid-cols-4 gap-3 mb-5">
            {rows.map(({ team: one, of }) => (
              <Link key={one.id} href={hrefIn(frame, 'builds', { team: one.id })} className="!no-underline !text-ink">
                <SmallTraverse of={of} figure={figure} span={span} title={one.name} />
              </Link>
            ))}
          </div>
          <table className="stacked">
            <thead>
              <tr>
                <th>Team</th>
                <th className="right">Iterations</th>
                <th>By meeting</th>
                {asks && <th>Still missing</th>}
                <th>Last measurable change</th>
              </tr>
            </thead>
            <tbody>
              {rows.map(({ team: one, own, of, still, lacks, open }) => (
                <tr key={one.id}>
                  <td>
                    <TeamTag name={one.name} colour={tagColour(one.colour)} />
                  </td>
                  <td data-label="iterations" className="beside num right">
                    {open ? own.length : own.length > 0 ? `${own.length} released` : '–'}
                  </td>
                  <td data-label="by meeting" className="beside num">
                    {of.map(({ meeting }) => meeting).join(', ') || '–'}
                  </td>
                  {asks && (
                    <td data-label="missing" className={lacks.length ? 'text-ochre' : 'faint'}>
                      {lacks.join('; ') || (open ? 'nothing' : '–')}
                    </td>
                  )}
                  <td data-label="last change">
                    {still ? (
                      <>
                        <Link href={hrefIn(frame, `builds/${still.last.id}`)} className="underline">
                          iteration {still.last.number}
                        </Link>
                        <span className={still.meetings >= STILL ? 'text-ochre' : 'faint'}>
                          , {still.meetings === 0 ? 'in this meeting' : `${plural(still.meetings, 'meeting')} ago`}
                        </span>
                      </>
                    ) : (
                      <span className="faint">{open ? 'no iteration yet' : 'not released'}</span>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </>
      )}
    </ProjectFrame>
  );
}

/** What the course asks of the designs, as part of a sentence; nothing when it asks for nothing. */
function asksOf({ leastTeam, leastMember, makesOfficial, frozenFrom }: BuildRule): string {
  return [
    ...(leastTeam === null ? [] : [`at least ${plural(leastTeam, 'iteration')} of each team`]),
    ...(leastMember === null ? [] : [`at least ${plural(leastMember, 'iteration')} made by each member`]),
    ...(makesOfficial ? ['a first iteration before a team is official'] : []),
    ...(frozenFrom ? [`designs that stay as they are from ${day(frozenFrom)}`] : []),
  ].join('; ');
}
