import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents } from '@/areas/course';
import { SlipSheet } from '@/areas/course/ui/teams/SlipSheet';
import { publicOrigin } from '@/server/origin';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function SlipsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/slips', props);
  const { project } = frame.seat;
  const [members, { origin, reachable }] = await Promise.all([listStudents(pool(), project.id), publicOrigin()]);
  const sections = (frame.section ? [frame.section] : frame.sections).map(({ id, name }) => ({
    id,
    name,
    students: members.filter((member) => member.sectionId === id).length,
  }));
  const { student } = await props.searchParams;
  const one = members.find((member) => member.accountId === student);
  return (
    <ProjectFrame shows={[]} frame={frame} sheet="teams" name="Teams" title="Sign-in slips" byTeam={false}>
      {members.length === 0 ? (
        <Nothing
          step={
            <a className="btn btn-go" href={hrefIn(frame, 'teams')}>
              Paste a roster
            </a>
          }
        >
          Slips are made for the students of a roster.
        </Nothing>
      ) : (
        <SlipSheet
          projectId={project.id}
          projectTitle={project.title}
          sections={one ? sections.filter((section) => section.id === one.sectionId) : sections}
          only={one ? { id: one.accountId, name: one.name } : null}
          origin={origin}
          reachable={reachable}
        />
      )}
    </ProjectFrame>
  );
}
