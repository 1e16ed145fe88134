import { Link } from '@/ui/Link';
import { redirect } from 'next/navigation';
import { AccountMenu } from '@/shell/frame/AccountMenu';
import { ImportForm } from '@/shell/bundle/ImportForm';
import { listProjects } from '@/areas/course';
import { signedIn } from '@/server/actor';
import { day, plural } from '@/core/format';
import { Plain } from '@/ui/sheet/Plain';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function ProjectsPage() {
  const person = await signedIn();
  if (!person) redirect('/sign-in');
  const projects = await listProjects(pool(), person.id);
  const leads = person.kind === 'instructor';
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
      {projects.length === 0 ? (
        <Nothing>
          {leads
            ? 'No project yet. Make a new one, or bring one in from a bundle.'
            : 'You are not enrolled in a project yet. Your instructor enrols you with the roster.'}
        </Nothing>
      ) : (
        <table>
          <thead>
            <tr>
              <th>Project</th>
              <th>Client</th>
              <th>Event</th>
              <th className="right">Teams</th>
            </tr>
          </thead>
          <tbody>
            {projects.map((project) => (
              <tr key={project.id}>
                <td>
                  <Link href={`/projects/${project.id}`} className="font-semibold">
                    {project.title}
                  </Link>
                </td>
                <td>{project.clientName}</td>
                <td>{day(project.eventDate, true)}</td>
                <td className="right">{plural(project.teams, 'team')}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {leads && <ImportForm />}
      <p className="mt-6">
        <AccountMenu name={person.name} student={!leads} />
      </p>
    </Plain>
  );
}
