import { redirect } from 'next/navigation';
import { PasswordForm } from '@/features/accounts/forms';
import { signedIn } from '@/server/actor';
import { Plain } from '@/ui/sheet/Plain';

export default async function AccountPage() {
  const person = await signedIn();
  if (!person) redirect('/sign-in?next=/account');
  return (
    <Plain title="Your account" about={`Signed in as ${person.login}.`}>
      <PasswordForm />
      <p className="mt-6">
        <a href="/account/data.json">Everything that is kept about you</a>, as a file.
      </p>
    </Plain>
  );
}
