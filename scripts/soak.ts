/**
 * npm run soak [-- --minutes 10]: a hundred live streams and ten writers for ten minutes, on an instance of its own. Nothing
 * acknowledged may be lost, everybody has to hear of changes, and the server's memory may not grow by more than a fifth from
 * the second minute to the last. Ends with 1 otherwise.
 */
import { readFileSync } from 'node:fs';
import { parseArgs } from 'node:util';
import postgres from 'postgres';
import { build } from './lib/build.mjs';
import { startCluster } from './lib/cluster.mjs';
import { serve } from './lib/serve.mjs';
import { idsOf, runOf, send, sessionFor, storedById, type Sent } from '../tests/faults/world';

const { values } = parseArgs({ options: { minutes: { type: 'string', default: '10' } } });
const MINUTE = 60_000;
const LENGTH = Math.max(3, Number(values.minutes)) * MINUTE;
const [STREAMS, PER_ACCOUNT, WRITERS, MOST_GROWTH] = [100, 10, 10, 0.2];
/** Each writer makes about two runs a second: more than a class ever does. */
const PAUSE = 500;
const pause = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Resident memory of a process in MB. */
function memoryOf(pid: number): number {
  return Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
}

interface Listening {
  heard: number;
  opened: number;
}

/** Listens to the project until `end`, and comes again whenever the stream ends, as a browser does. */
async function listen(origin: string, project: string, token: string, end: AbortSignal, said: Listening) {
  while (!end.aborted) {
    try {
      const answer = await fetch(`${origin}/api/v1/live?project=${project}`, {
        headers: { cookie: `ironstone_session=${token}` },
        signal: end,
      });
      said.opened++;
      for await (const chunk of answer.body as unknown as AsyncIterable<Uint8Array>)
        if (Buffer.from(chunk).includes('data:')) said.heard++;
    } catch {
      // ended from here, or cut: it comes again
    }
    if (!end.aborted) await pause(1000);
  }
}

async function write(
  origin: string,
  ids: Awaited<ReturnType<typeof idsOf>>,
  token: string,
  until: number,
): Promise<Sent[]> {
  const sent: Sent[] = [];
  while (Date.now() < until) {
    const one = await send(origin, token, runOf(ids, 8 + (sent.length % 1000) / 1000));
    sent.push({ ...one, body: { id: one.body.id } }); // what was sent is not kept, so that this process does not grow either
    await pause(PAUSE);
  }
  return sent;
}

async function main() {
  await build();
  const cluster = await startCluster('test', { fast: true });
  const served = await serve(cluster, 'soak', ['--demo']);
  const sql = postgres(served.url, { max: 4, onnotice: () => {}, transform: postgres.camel });
  const end = new AbortController();
  try {
    const ids = await idsOf(sql, served.access!.student.login);
    const people = await sql<{ id: string }[]>`
      select account_id as id from enrolment where project_id = ${ids.project} and left_on is null limit ${STREAMS / PER_ACCOUNT}`;
    const tokens = await Promise.all(people.map(({ id }) => sessionFor(sql, id)));
    const streams: Listening[] = Array.from({ length: STREAMS }, () => ({ heard: 0, opened: 0 }));
    const listening = streams.map((said, i) =>
      listen(served.origin, ids.project, tokens[i % tokens.length]!, end.signal, said),
    );
    const until = Date.now() + LENGTH;
    // Each writer is a session of its own, as limits are by session.
    const writers = await Promise.all(Array.from({ length: WRITERS }, () => sessionFor(sql, ids.student)));
    const writing = Promise.all(writers.map((token) => write(served.origin, ids, token, until)));
    const memory: { at: number; mb: number }[] = [];
    const watch = setInterval(
      () => memory.push({ at: LENGTH - (until - Date.now()), mb: memoryOf(served.pid!) }),
      2_000,
    );
    const sent = (await writing).flat();
    clearInterval(watch);
    end.abort();
    await Promise.all(listening);
    const acknowledged = sent.filter((one) => one.acknowledged);
    const stored = await storedById(sql, acknowledged);
    const mean = (from: number, to: number) => {
      const all = memory.filter(({ at }) => at >= from && at < to).map(({ mb }) => mb);
      return all.reduce((sum, mb) => sum + mb, 0) / all.length;
    };
    const [early, late] = [mean(MINUTE, 2 * MINUTE), mean(LENGTH - MINUTE, LENGTH)];
    const lost = stored.filter((times) => times === 0).length;
    const doubled = stored.filter((times) => times > 1).length;
    const deaf = streams.filter(({ heard }) => heard === 0).length;
    console.log(`
streams                ${STREAMS}, opened ${streams.reduce((sum, one) => sum + one.opened, 0)} times, ${deaf} heard nothing
changes heard          ${streams.reduce((sum, one) => sum + one.heard, 0)}
runs sent              ${sent.length}
acknowledged           ${acknowledged.length}
lost, double           ${lost}, ${doubled}
memory, MB             ${early.toFixed(0)} in the second minute, ${late.toFixed(0)} in the last (${((late / early - 1) * 100).toFixed(1)} %)`);
    const bad =
      lost + doubled + deaf > 0 || late > early * (1 + MOST_GROWTH) || acknowledged.length < sent.length * 0.99;
    process.exitCode = bad ? 1 : 0;
  } finally {
    end.abort();
    await sql.end();
    await served.stop();
    cluster.stop();
  }
}

main().catch((error: unknown) => {
  console.error(error);
  process.exit(1);
});
