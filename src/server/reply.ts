import type { Outcome } from './outcome';

/** An outcome with the status that fits it. */
export function replyTo(outcome: Outcome<unknown>): Response {
  return reply(outcome, statusOf(outcome));
}

function statusOf(outcome: Outcome<unknown>): number {
  if (outcome.ok) return 200;
  if (outcome.retry) return 503;
  if (outcome.signedOut) return 401;
  if (outcome.denied) return 403;
  return outcome.conflict ? 409 : 422;
}

/** An outcome as a response. */
export function reply(outcome: Outcome<unknown>, status: number): Response {
  const headers = { 'cache-control': 'no-store', 'x-ironstone-now': String(Date.now()) };
  return Response.json(outcome, { status, headers });
}
