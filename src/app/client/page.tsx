import { BriefView, StatementList } from '@/features/brief/BriefView';
import { listStatements, readBrief } from '@/features/brief/queries';
import { enterByLink } from '@/server/access';
import { day } from '@/ui/format';
import { Plain } from '@/ui/sheet/Plain';

export default async function ClientPage() {
  const { project } = await enterByLink('client.page');
  const [brief, statements] = await Promise.all([readBrief(project.id), listStatements(project.id)]);
  return (
    <Plain
      title={project.title}
      about={`For ${project.clientName}. The event is on ${day(project.eventDate, true)}.`}
      wide
    >
      {brief.published ? (
        <BriefView brief={brief} />
      ) : (
        <p>The class is still writing the brief. This link will show it once it is published.</p>
      )}
      {brief.published && statements.length > 0 && (
        <section className="mt-6">
          <h2>What you told us</h2>
          <StatementList statements={statements} href={null} />
        </section>
      )}
    </Plain>
  );
}
