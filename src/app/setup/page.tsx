import { redirect } from 'next/navigation';
import { pool } from '@/db/connection';
import { SetUpForm } from '@/areas/course/ui/accounts/forms';
import { Plain } from '@/ui/sheet/Plain';

export default async function SetUpPage() {
  const [anybody] = await pool()`select 1 from account where kind = 'instructor' limit 1`;
  if (anybody) redirect('/sign-in');
  return (
    <Plain
      title="The first instructor"
      about="This installation has no account yet. The console that started it shows a token."
    >
      <SetUpForm />
    </Plain>
  );
}
