import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { day, plural } from '@/core/format';
import { ImportForm } from '@/shell/bundle/ImportForm';
import { AccountMenu } from '@/shell/frame/AccountMenu';
import type { readProjectsPage } from '@/app/projects/read';

type Props = Awaited<ReturnType<typeof readProjectsPage>>;

/** The content of the page “Projects”. */
export function ProjectsView({ person, projects, leads }: Props) {
  return (
    <>
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
    </>
  );
}
