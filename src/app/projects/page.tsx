import { Link } from '@/ui/Link';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';
import { readProjectsPage } from './read';
import { ProjectsView } from './ProjectsView';

export default async function ProjectsPage() {
  const found = await readProjectsPage(pool());
  const { leads } = found;

  return (
    <Plain
      title="Your projects"
      wide
      actions={
        leads && (
          <Link className="btn btn-go" href="/projects/new">
            New project
          </Link>
        )
      }
    >
      <ProjectsView {...found} />
    </Plain>
  );
}
