import { notFound, redirect } from 'next/navigation';
import { NewProjectForm } from '@/shell/bundle/NewProjectForm';
import { listTemplates } from '@/shell/bundle/templates';
import { signedIn } from '@/server/actor';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function NewProjectPage() {
  const person = await signedIn();
  if (!person) redirect('/sign-in?next=/projects/new');
  if (person.kind !== 'instructor') notFound();
  return (
    <Plain wide title="New project" about="A few facts to start with. You can change everything later.">
      <NewProjectForm
        templates={await listTemplates(pool(), person.id)}
        timeZone={Intl.DateTimeFormat().resolvedOptions().timeZone}
      />
    </Plain>
  );
}
