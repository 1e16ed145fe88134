import { notFound, redirect } from 'next/navigation';
import { NewProjectForm } from '@/features/projects/forms';
import { signedIn } from '@/server/actor';
import { Plain } from '@/ui/sheet/Plain';

export default async function NewProjectPage() {
  const person = await signedIn();
  if (!person) redirect('/sign-in?next=/projects/new');
  if (person.kind !== 'instructor') notFound();
  return (
    <Plain title="New project" about="A few facts to begin with; everything can be changed later.">
      <NewProjectForm timeZone={Intl.DateTimeFormat().resolvedOptions().timeZone} />
    </Plain>
  );
}
