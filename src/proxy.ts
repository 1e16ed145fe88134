import { NextResponse, type NextRequest } from 'next/server';

const SECRETS = /^(__Host-)?ironstone_(session|link)$/;

/** A name for the session or link that asks, which tells nothing of its secret: under it a device keeps pages made for it. */
async function nameOf(request: NextRequest): Promise<string> {
  const secrets = request.cookies.getAll().filter(({ name }) => SECRETS.test(name));
  const text = secrets.map(({ name, value }) => `${name}=${value}`).join(' ');
  const hash = await crypto.subtle.digest('SHA-256', new TextEncoder().encode(`pages of ${text}`));
  return Buffer.from(hash).toString('base64url').slice(0, 16);
}

/** Gives every page a content security policy with a nonce of its own for scripts, and says for whom it is made. */
export async function proxy(request: NextRequest) {
  const nonce = Buffer.from(crypto.randomUUID()).toString('base64');
  const development = process.env.NODE_ENV === 'development';
  const policy = [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${development ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self'",
    "connect-src 'self'",
    "worker-src 'self'",
    "object-src 'none'",
    "base-uri 'self'",
    "form-action 'self'",
    "frame-ancestors 'none'",
  ].join('; ');
  const headers = new Headers(request.headers);
  headers.set('x-nonce', nonce);
  headers.set('content-security-policy', policy);
  const response = NextResponse.next({ request: { headers } });
  response.headers.set('content-security-policy', policy);
  response.headers.set('x-ironstone-for', await nameOf(request));
  return response;
}

export const config = { matcher: ['/((?!api/|results/|_next/static|_next/image|favicon.ico|icon.svg|sw.js).*)'] };
