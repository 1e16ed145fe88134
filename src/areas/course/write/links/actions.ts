'use server';

import QRCode from 'qrcode';
import { publicOrigin } from '@/server/origin';
import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { makeLink, remakeLink } from './commands';
import { linkSchema, revokeSchema } from '@/areas/course/records/links';

/** A link for a client, a judge or a board. Its address is shown now; only a hash is stored. */
export const createLink = action('createLink', linkSchema, async ({ tx, projectId }, wanted) =>
  asShown(await makeLink(tx, projectId, wanted)),
);

/** Gives a link a new address, as nobody can tell the one it had: that one opens nothing from then on. */
export const renewLink = action('renewLink', revokeSchema, async ({ tx, projectId }, { id }) =>
  asShown(await remakeLink(tx, projectId, id)),
);

/** An address as it is handed on: as a text, and as a code for a camera (SVG). */
async function asShown(path: string): Promise<{ address: string; code: string }> {
  const { origin } = await publicOrigin();
  const address = `${origin}${path}`;
  return { address, code: await QRCode.toString(address, { type: 'svg', margin: 1 }) };
}

export const revokeLink = action('revokeLink', revokeSchema, async ({ tx, projectId }, { id }) => {
  const ended =
    await tx`update access_link set revoked_at = now() where id = ${id} and project_id = ${projectId} and revoked_at is null returning 1`;
  if (ended.length === 0) throw new FieldError('', 'This link had ended already.');
});
