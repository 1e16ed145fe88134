import { signedIn } from '@/server/actor';
import { redirect } from 'next/navigation';
import { listProjects } from '@/areas/course';
import type { Sql } from '@/db/connection';

/** What the page “Projects” shows. */
export async function readProjectsPage(sql: Sql) {
  const person = await signedIn();
  if (!person) redirect('/sign-in');
  const projects = await listProjects(sql, person.id);
  const leads = person.kind === 'instructor';
  return { person, projects, leads };
}
