import { conceptTarget } from '@/areas/concepts';
import { notFound } from 'next/navigation';
import { openSheet, CONCEPT_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { shortName, moment } from '@/core/format';
import { inZone } from '@/server/clock';
import { pool } from '@/db/connection';
import { readConceptPage } from './read';
import { ConceptView, ConceptActions } from './ConceptView';

export default async function ConceptPage(props: SheetProps<{ concept: string }>) {
  const { project: projectId, concept: id } = await props.params;
  const target = await conceptTarget(pool(), id, projectId);
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/concepts/[concept]', props, target);
  const found = await readConceptPage(pool(), frame, { projectId, id, target });
  const { concept } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['builds', 'concepts', 'requirements']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts"
      views={CONCEPT_VIEWS}
      title={concept.title}
      about={`by ${shortName(concept.authorName)}, handed in ${moment(inZone(new Date(concept.handedInAt), seat.project.timeZone))}`}
      byTeam={false}
      actions={<ConceptActions {...found} frame={frame} projectId={projectId} id={id} target={target} />}
    >
      <ConceptView {...found} frame={frame} projectId={projectId} id={id} target={target} />
    </ProjectFrame>
  );
}
