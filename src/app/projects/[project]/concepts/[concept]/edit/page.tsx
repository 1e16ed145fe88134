import { notFound } from 'next/navigation';
import { ConceptForm } from '@/areas/concepts/ui/ConceptForm';
import { askedOf, conceptForm, conceptTarget, listConcepts } from '@/areas/concepts';
import { CONCEPT_VIEWS, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { pool } from '@/db/connection';
import { listRequirements } from '@/areas/brief';

export default async function EditConceptPage(props: SheetProps<{ concept: string }>) {
  const { project: projectId, concept: id } = await props.params;
  const target = await conceptTarget(pool(), id, projectId);
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/concepts/[concept]/edit', props, target);
  const { project } = frame.seat;
  const [concepts, requirements] = await Promise.all([
    listConcepts(pool(), frame.seat),
    listRequirements(pool(), project.id),
  ]);
  const concept = concepts.find((one) => one.id === id);
  if (!concept) notFound();
  const asked = askedOf(requirements, project);
  return (
    <ProjectFrame
      shows={['concepts', 'requirements']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts"
      views={CONCEPT_VIEWS}
      title={`Change “${concept.title}”`}
      byTeam={false}
    >
      {target.released ? (
        <p className="callout">The concepts are released; from now on yours stays as it was handed in.</p>
      ) : (
        <ConceptForm
          projectId={project.id}
          id={concept.id}
          version={concept.version}
          values={conceptForm(concept, asked)}
          asked={asked}
        />
      )}
    </ProjectFrame>
  );
}
