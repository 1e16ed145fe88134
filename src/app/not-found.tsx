import { Link } from '@/ui/Link';
import { Plain } from '@/ui/sheet/Plain';

export default function NotFound() {
  return (
    <Plain
      title="Page not found"
      about="There is nothing here that you can open. A link may have ended, or you may be signed in as somebody else."
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
