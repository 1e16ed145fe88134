import { openSheet, requirementViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readEditRequirementPage } from '@/areas/compliance/read/pages/editRequirement';
import { EditRequirementView } from '@/areas/compliance/ui/pages/EditRequirementView';

export default async function EditRequirementPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/requirements/edit', props);
  const { id, statement } = await props.searchParams;
  const found = await readEditRequirementPage(pool(), frame, { id, statement });
  const { leads, known, said } = found;
  const { role } = frame.seat;
  return (
    <ProjectFrame
      shows={['bench', 'interview', 'requirements']}
      frame={frame}
      sheet="requirements"
      name="Requirements"
      title={known ? `Requirement ${known.code}` : leads ? 'New requirement' : 'Propose a requirement'}
      about={said && `from “${said.sentence.length > 120 ? `${said.sentence.slice(0, 118)} …` : said.sentence}”`}
      views={requirementViews(role)}
      byTeam={false}
    >
      <EditRequirementView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
