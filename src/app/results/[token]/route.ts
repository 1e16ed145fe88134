import { resultsPage } from '@/areas/standings/ui/awards/resultsPage';
import { findShown } from '@/areas/standings';
import { pool } from '@/db/connection';
import { slowDown } from '@/server/rate';
import { tokenHash } from '@/server/secrets';

/** Results as they were frozen, for everybody with the address: one page without a script that may stand in a frame. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  const refusal = slowDown(request, 'links');
  if (refusal) return refusal;
  const { token } = await params;
  const shown = token.length < 100 ? await findShown(pool(), tokenHash(token)) : null;
  if (!shown)
    return new Response('These results are not shown any more.', {
      status: 404,
      headers: { 'content-type': 'text/plain; charset=utf-8' },
    });
  return new Response(resultsPage(shown), {
    headers: {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy':
        "default-src 'none'; style-src 'unsafe-inline'; frame-ancestors *; base-uri 'none'; form-action 'none'",
      'cache-control': 'public, max-age=60',
    },
  });
}
