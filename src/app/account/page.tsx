import { redirect } from 'next/navigation';
import { PasswordForm } from '@/areas/course/ui/accounts/forms';
import { LEAST, LEAST_OF_INSTRUCTORS, listOwnSessions } from '@/areas/course';
import { OwnSessions } from '@/areas/course/ui/accounts/OwnSessions';
import { signedIn } from '@/server/actor';
import { pool } from '@/db/connection';
import { Plain } from '@/ui/sheet/Plain';

export default async function AccountPage() {
  const person = await signedIn();
  if (!person) redirect('/sign-in?next=/account');
  const sessions = await listOwnSessions(pool(), person.id);
  return (
    <Plain title="Your account" about={`Signed in as ${person.login}.`}>
      <h2 className="mb-1">Password</h2>
      <PasswordForm least={person.kind === 'instructor' ? LEAST_OF_INSTRUCTORS : LEAST} />
      <OwnSessions sessions={sessions} here={person.sessionId} />
      <p className="mt-6">
        <a href="/account/data.json">Everything stored about you</a>, as a file.
      </p>
    </Plain>
  );
}
