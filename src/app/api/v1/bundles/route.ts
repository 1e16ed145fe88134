import { decodePictures, importBundle } from '@/shell/bundle/importBundle';
import { MOST_BYTES, unpack } from '@/shell/bundle/pack';
import { signedIn } from '@/server/actor';
import { readCapped, refuseForeign } from '@/server/api';
import { slowDown } from '@/server/rate';
import { reply } from '@/server/reply';
import { settle } from '@/server/perform';
import { writeAs } from '@/server/write';

/** Takes a project bundle and makes a project of it. */
export async function POST(request: Request) {
  const refusal = refuseForeign(request) ?? slowDown(request, 'bundles');
  if (refusal) return refusal;
  const person = await signedIn();
  if (person?.kind !== 'instructor')
    return reply({ ok: false, denied: true, message: 'Only an instructor can bring a project in.' }, 403);
  const bytes = await readCapped(request, MOST_BYTES);
  if (!bytes)
    return reply(
      { ok: false, message: 'A bundle has at most 256 MB.', errors: { file: 'A bundle has at most 256 MB.' } },
      413,
    );
  const outcome = await settle(async () => {
    const unpacked = await unpack(bytes);
    const pictures = await decodePictures(unpacked);
    const { bundle } = unpacked;
    const result = await writeAs(person, 'bringIn', (tx) =>
      importBundle(tx, bundle, { instructorId: person.id, pictures }),
    );
    return { ok: true, result, notes: [] };
  });
  return reply(outcome, outcome.ok ? 200 : 422);
}
