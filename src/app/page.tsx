import { redirect } from 'next/navigation';
import { listProjects } from '@/areas/course';
import { signedIn } from '@/server/actor';
import { pool } from '@/db/connection';

/** Where somebody begins: a student of one project in it, everybody else with the list. */
export default async function Home() {
  const person = await signedIn();
  if (!person) redirect('/sign-in');
  const own = person.kind === 'student' ? await listProjects(pool(), person.id) : [];
  redirect(own.length === 1 ? `/projects/${own[0]!.id}` : '/projects');
}
