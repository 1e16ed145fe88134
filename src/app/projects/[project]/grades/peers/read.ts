import { allowed } from '@/server/access';
import { listPeerRounds } from '@/areas/grades';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Peers” shows. */
export async function readPeersPage(sql: Sql, frame: Frame) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const leads = allowed(seat, 'peer.read');
  const rounds = await listPeerRounds(sql, projectId);
  return { leads, rounds };
}
