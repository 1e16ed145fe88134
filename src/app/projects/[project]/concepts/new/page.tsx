import { ConceptForm } from '@/areas/concepts/ui/ConceptForm';
import { askedOf, conceptForm } from '@/areas/concepts';
import { CONCEPT_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { listRequirements } from '@/areas/brief';
import { pool } from '@/db/connection';

export default async function NewConceptPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts/new', props, { fresh: true });
  const { project } = frame.seat;
  const asked = askedOf(await listRequirements(pool(), project.id), project);
  return (
    <ProjectFrame
      shows={['requirements']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts"
      views={CONCEPT_VIEWS}
      title="A concept of your own"
      byTeam={false}
    >
      <ConceptForm projectId={project.id} id={null} version={null} values={conceptForm(null, asked)} asked={asked} />
    </ProjectFrame>
  );
}
