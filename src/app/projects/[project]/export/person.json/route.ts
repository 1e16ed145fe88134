import { notFound } from 'next/navigation';
import { aboutPerson } from '@/shell/data/about';
import { pool } from '@/db/connection';
import { isId } from '@/server/access';
import { downloader, file } from '@/server/download';

/** What is kept about one student of the project, as far as the instructor leads what it is about. */
export async function GET(request: Request, { params }: { params: Promise<{ project: string }> }) {
  const seat = await downloader('/projects/[project]/export/person.json', (await params).project);
  const account = new URL(request.url).searchParams.get('account');
  const [one] = isId(account)
    ? await pool()`select 1 from enrolment where project_id = ${seat.project.id} and account_id = ${account}`
    : [];
  if (!one || !isId(account)) notFound();
  return file(
    'person.json',
    'application/json',
    JSON.stringify(await aboutPerson(pool(), account, seat.actor.id), null, 1),
  );
}
