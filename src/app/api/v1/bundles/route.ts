import { bringIn } from '@/features/bundle/bringIn';
import { unpack } from '@/features/bundle/read';
import { signedIn } from '@/server/actor';
import { readCapped, refuseForeign } from '@/server/api';
import { reply } from '@/server/reply';
import { settle } from '@/server/perform';
import { writeAs } from '@/server/write';

const MOST_BYTES = 64 * 1024 * 1024;

/** Takes a project bundle and makes a project of it. */
export async function POST(request: Request) {
  const refusal = refuseForeign(request);
  if (refusal) return refusal;
  const person = await signedIn();
  if (person?.kind !== 'instructor')
    return reply({ ok: false, denied: true, message: 'Only an instructor can bring a project in.' }, 403);
  const bytes = await readCapped(request, MOST_BYTES);
  if (!bytes)
    return reply(
      { ok: false, message: 'A bundle has at most 64 MB.', errors: { file: 'A bundle has at most 64 MB.' } },
      413,
    );
  const outcome = await settle(async () => {
    const bundle = unpack(bytes);
    const result = await writeAs(person, 'bringIn', (tx) => bringIn(tx, bundle, { instructorId: person.id }));
    return { ok: true, result, notes: [] };
  });
  return reply(outcome, outcome.ok ? 200 : 422);
}
