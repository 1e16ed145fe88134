import { enterByLink } from '@/server/access';
import { day } from '@/core/format';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';
import { readClientPage } from './read';
import { ClientView } from './ClientView';

export default async function ClientPage() {
  const seat = await enterByLink('client.page');
  const found = await readClientPage(pool(), { seat });

  const { project } = seat;
  return (
    <Plain
      title={project.title}
      tab={`Brief and questions · ${project.title}`}
      about={`For ${project.clientName}. The event is on ${day(project.eventDate, true)}.`}
      wide
    >
      <ClientView {...found} seat={seat} />
    </Plain>
  );
}
