import { Link } from '@/ui/Link';
import { SlipForm } from '@/areas/course/ui/accounts/SlipForm';
import { findSlip } from '@/areas/course';
import { signedIn } from '@/server/actor';
import { shortName } from '@/core/format';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

/** What a slip's code opens. Nothing is used up by looking, as phones look at addresses before their owners do. */
export default async function SlipPage({ params }: { params: Promise<{ token: string }> }) {
  const { token } = await params;
  const [slip, here] = [await findSlip(pool(), token), await signedIn()];
  if (!slip)
    return (
      <Plain
        title="This slip no longer works"
        about="A slip signs in once, and for some days only. Ask your instructor for another one, or sign in by name and password."
      >
        <Link className="btn" href="/sign-in">
          Sign in
        </Link>
      </Plain>
    );
  const other = here && here.id !== slip.accountId && here.kind === 'student' ? shortName(here.name) : null;
  return (
    <Plain
      title={slip.name}
      about={`${slip.project}${slip.team ? `, team ${slip.team}` : ''}. This slip signs in once. If this is not you, stop here and give the slip back.`}
    >
      <SlipForm token={token} name={shortName(slip.name)} other={other} />
    </Plain>
  );
}
