import { Link } from '@/ui/Link';
import { Plain } from '@/ui/sheet/Plain';

export default function NotFound() {
  return (
    <Plain
      title="Not found, or not for you"
      about="There is nothing at this address that you may see. A link may have ended, or you may be signed in as somebody else."
    >
      <p className="flex gap-2">
        <Link className="btn" href="/projects">
          Your projects
        </Link>
        <Link className="btn" href="/sign-in">
          Sign in
        </Link>
      </p>
    </Plain>
  );
}
