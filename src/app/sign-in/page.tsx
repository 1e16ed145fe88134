import { redirect } from 'next/navigation';
import { pool } from '@/db/connection';
import { SignInForm } from '@/features/accounts/forms';
import { Plain } from '@/ui/sheet/Plain';

export default async function SignInPage({ searchParams }: { searchParams: Promise<{ next?: string }> }) {
  const [anybody] = await pool()`select 1 from account where kind = 'instructor' limit 1`;
  if (!anybody) redirect('/setup');
  const { next = '' } = await searchParams;
  const own = /^\/(projects|account)[\w/?=&%.-]*$/.test(next) ? next : '/projects';
  return (
    <Plain title="Sign in" about="Instructors and students. Clients and judges open the link they were given.">
      <SignInForm next={own} />
    </Plain>
  );
}
