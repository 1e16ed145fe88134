import { loadBoard } from '@/areas/event';
import { revisionOf } from '@/areas/course';
import { pool } from '@/db/connection';
import { allowed, findSeat, type Seat } from '@/server/access';
import { momentOfEntry, projectNow } from '@/server/clock';
import { linkHolder, signedIn } from '@/server/actor';
import { view, type LiveMessage, type Viewer } from '@/server/live';
import { slowDown } from '@/server/rate';
import { reply } from '@/server/reply';

/** A stream ends after ten minutes; the browser opens the next, and is asked again who it is. */
const LIFE = 10 * 60_000;
const BEAT = 25_000;

/**
 * The live stream (server-sent events) of a project for somebody signed in, or of a board for the holder of its link.
 * With ?since=N it tells at once when the project is past revision N. With ?once it answers at once with its revision, for
 * where streams do not get through.
 */
export async function GET(request: Request) {
  const { searchParams } = new URL(request.url);
  const refusal = slowDown(request, 'streams');
  if (refusal) return refusal;
  const projectId = searchParams.get('project');
  const holder = projectId ? null : await linkHolder();
  const seat = await findSeat(pool(), projectId ? await signedIn() : holder, projectId ?? holder?.projectId);
  if (!seat || !allowed(seat, 'live.read')) return reply({ ok: false, denied: true, message: 'Not for you.' }, 403);
  return searchParams.has('once')
    ? tellRevision(seat)
    : stream(request, seat, Number(searchParams.get('since') ?? NaN));
}

async function tellRevision({ project }: Seat): Promise<Response> {
  return reply({ ok: true, result: { revision: await revisionOf(pool(), project.id) }, notes: [] }, 200);
}

async function stream(request: Request, seat: Seat, since: number): Promise<Response> {
  const text = new TextEncoder();
  let end = () => {};
  const body = new ReadableStream<Uint8Array>({
    async start(controller) {
      let stop: (() => void) | null = null;
      const put = (line: string) => {
        try {
          controller.enqueue(text.encode(line));
        } catch {
          end();
        }
      };
      const beat = setInterval(() => put(': here\n\n'), BEAT);
      const last = setTimeout(() => end(), LIFE);
      beat.unref();
      last.unref();
      end = () => {
        clearInterval(beat);
        clearTimeout(last);
        stop?.();
        try {
          controller.close();
        } catch {
          // the reader went first
        }
      };
      request.signal.addEventListener('abort', () => end());
      const send = (message: LiveMessage) => put(`data: ${JSON.stringify(message)}\n\n`);
      stop = await view({ ...viewerOf(seat), send, close: () => end() });
      if (stop === null) return end();
      put('retry: 3000\n\n');
      // What changed between the page's being made and its listening.
      const revision = await revisionOf(pool(), seat.project.id);
      if (since >= 0 && revision > since) send({ kind: 'changed', topics: null, revision });
    },
    cancel: () => end(),
  });
  return new Response(body, {
    // no-transform keeps the compression of the server from holding lines back.
    headers: {
      'content-type': 'text/event-stream',
      'cache-control': 'no-store, no-transform',
      'x-accel-buffering': 'no',
    },
  });
}

function viewerOf({ actor, project, role, sectionId }: Seat): Omit<Viewer, 'send' | 'close'> {
  if (role !== 'board') return { projectId: project.id, accountId: actor.id };
  const load = () => loadBoard(pool(), project, sectionId, momentOfEntry(project, projectNow(project), 0).getTime());
  return {
    projectId: project.id,
    accountId: null,
    view: { name: `board ${sectionId ?? 'all'}`, load, on: ['standings', 'event'] },
  };
}
