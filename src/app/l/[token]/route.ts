import { cookies } from 'next/headers';
import { pool } from '@/db/connection';
import { slowDown } from '@/server/rate';
import { findLink, LINK_COOKIE, setCookie } from '@/server/actor';

/** Opens a link: keeps its token in a cookie, away from the address, and goes to the page of its purpose. */
export async function GET(request: Request, { params }: { params: Promise<{ token: string }> }) {
  const refusal = slowDown(request, 'links');
  if (refusal) return refusal;
  const { token } = await params;
  const holder = token.length < 100 ? await findLink(pool(), token) : null;
  if (holder) await setCookie(LINK_COOKIE, token, 120);
  else (await cookies()).delete(LINK_COOKIE);
  return new Response(null, {
    status: 303,
    headers: { location: holder ? `/${holder.kind}` : '/client', 'cache-control': 'no-store' },
  });
}
