import { Link } from '@/ui/Link';
import { DrawSheet } from '@/areas/course/ui/draws/DrawSheet';
import { CallForm, DrawForm } from '@/areas/course/ui/draws/forms';
import { listDraws, listStudents } from '@/areas/course';
import { openSheet, ProjectFrame, teamViews, type SheetProps } from '@/shell/frame';
import { inZone } from '@/server/clock';
import { shortName } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function DrawsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/draws', props);
  const { project, role } = frame.seat;
  const leads = role === 'instructor';
  const [all, students] = await Promise.all([
    listDraws(pool(), project.id),
    leads ? listStudents(pool(), project.id) : [],
  ]);
  const section = frame.section;
  const draws = all.filter((one) => !one.forPitches && (!section || !one.sectionId || one.sectionId === section.id));
  const here = students.filter((one) => !section || one.sectionId === section.id);
  const teams = frame.teams.filter((team) => !section || team.sectionId === section.id);
  const local = (instant: Date) => inZone(instant, project.timeZone);
  return (
    <ProjectFrame
      shows={['draws']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams/draws"
      views={teamViews(role)}
      title="Fair draws"
      byTeam={false}
      about={draws.length > 0 ? `${draws.length} made` : undefined}
    >
      <p className="faint mb-3 max-w-3xl">
        First the list is frozen, then two people call out digits: so neither whoever writes the list nor whoever calls
        can know what comes out, and anybody can repeat it.
      </p>
      {draws.length === 0 && !leads && <Nothing>Nothing has been drawn yet.</Nothing>}
      {draws.map((draw) => (
        <section key={draw.id} id={draw.id} className="mb-6">
          <h2 className="mb-1">
            {draw.title}{' '}
            {draw.isPublic && (
              <Link href={`/draw/${draw.id}`} className="text-sm font-normal normal-case">
                public page
              </Link>
            )}
          </h2>
          <DrawSheet draw={draw} local={local} />
          {leads && !draw.drawnAt && (
            <div className="mt-2 no-print">
              <CallForm projectId={project.id} id={draw.id} />
            </div>
          )}
        </section>
      ))}
      {leads && (
        <section className="no-print">
          <h2 className="mb-1">Freeze a list</h2>
          <DrawForm
            projectId={project.id}
            sectionId={section?.id ?? null}
            count={draws.length}
            lists={[
              { label: 'Teams', names: teams.map((team) => team.name) },
              { label: 'Students', names: distinctNames(here.map((one) => shortName(one.name))) },
              { label: 'A list of your own', names: [] },
            ]}
          />
        </section>
      )}
    </ProjectFrame>
  );
}

/** Two students of the same first name and initial are told apart by a number. */
function distinctNames(names: string[]): string[] {
  return names.map((name, i) => {
    const before = names.slice(0, i).filter((one) => one === name).length;
    return before ? `${name} (${before + 1})` : name;
  });
}
