import { redirect } from 'next/navigation';
import { pool } from '@/db/connection';
import { SignInForm } from '@/areas/course/ui/accounts/forms';
import { signedIn } from '@/server/actor';
import { shortName } from '@/core/format';
import { Link } from '@/ui/Link';
import { Plain } from '@/ui/sheet/Plain';

export default async function SignInPage({
  searchParams,
}: {
  searchParams: Promise<{ next?: string; share?: string }>;
}) {
  const [anybody] = await pool()`select 1 from account where kind = 'instructor' limit 1`;
  if (!anybody) redirect('/setup');
  const { next = '', share } = await searchParams;
  const own = /^\/(projects|account|outbox|phones)[\w/?=&%.-]*$/.test(next) ? next : '/';
  const here = share ? await signedIn() : null;
  if (here?.kind === 'student')
    return (
      <Plain
        title="Share this device"
        about={`${shortName(here.name)} stays signed in, and you beside them until the lesson is over. You hand the device over by a tap; what each enters stands under their own name.`}
      >
        <SignInForm next={own} share />
      </Plain>
    );
  return (
    <Plain title="Sign in" about="Instructors and students. Clients and judges open the link they were given.">
      <SignInForm next={own} share={false} />
      <p className="mt-4">
        <Link href="/s">Sign in with the code of a slip</Link>
      </p>
    </Plain>
  );
}
