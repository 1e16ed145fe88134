import { openSheet, CONCEPT_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { Link } from '@/ui/Link';
import { hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { readConceptsPage } from '@/areas/concepts/read/pages/concepts';
import { ConceptsView } from '@/areas/concepts/ui/pages/ConceptsView';

export default async function ConceptsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/concepts', props);
  const found = await readConceptsPage(pool(), frame);
  const { leads } = found;

  return (
    <ProjectFrame
      shows={['concepts', 'requirements']}
      frame={frame}
      sheet="concepts"
      name="Concepts"
      view="concepts"
      views={CONCEPT_VIEWS}
      byTeam={false}
      actions={
        leads ? undefined : (
          <Link className="btn btn-go" href={hrefIn(frame, 'concepts/new')}>
            Hand in a concept
          </Link>
        )
      }
    >
      <ConceptsView {...found} frame={frame} />
    </ProjectFrame>
  );
}
