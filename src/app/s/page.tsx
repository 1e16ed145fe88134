import { redirect } from 'next/navigation';
import { Plain } from '@/ui/sheet/Plain';

/** Where the code of a slip is typed when there is no camera. */
export default async function CodePage({ searchParams }: { searchParams: Promise<Record<string, unknown>> }) {
  const { code } = await searchParams;
  if (typeof code === 'string' && code.trim()) redirect(`/s/${encodeURIComponent(code.trim().slice(0, 60))}`);
  return (
    <Plain
      title="Sign in with a slip"
      about="Type the code that is printed on your slip. Capitals and hyphens don’t matter."
    >
      <form action="/s" className="flex flex-wrap gap-3 items-end">
        <label>
          <span className="block font-medium">Code</span>
          <input
            name="code"
            required
            maxLength={20}
            autoComplete="off"
            autoCapitalize="characters"
            placeholder="K7QM4-T2XW9"
            className="num !w-56 !text-lg"
          />
        </label>
        <button className="btn btn-go">Next</button>
      </form>
    </Plain>
  );
}
