import { readFileSync } from 'node:fs';
import type postgres from 'postgres';

/** What a page costs. */
export interface PageCost {
  page: string;
  /** Against an empty sheet asked right before: the median ratio of wall times, and that of the server's processor time. */
  wall: number;
  processor: number;
  queries: number;
  /** Of the answer, uncompressed, and elements in it. */
  bytes: number;
  nodes: number;
}

/** A running server: where, and which process; the database's log, where its statements can be counted. */
export interface Served {
  origin: string;
  pid: number;
  token: string;
  sql: postgres.Sql;
  log: string;
}

const median = (values: number[]) => [...values].sort((a, b) => a - b)[values.length >> 1]!;

/**
 * Measures pages side by side: each one right after the empty sheet, the first of them, round after round. A machine that
 * is slow for a while is so for both, and the median of the ratios doesn't see it.
 */
export async function pageCosts(served: Served, addresses: string[], rounds: number): Promise<PageCost[]> {
  const { origin, pid, token, sql } = served;
  const get = async (address: string) => {
    const answer = await fetch(origin + address, { headers: { cookie: `ironstone_session=${token}` } });
    if (answer.status !== 200) throw new Error(`${address} answered ${answer.status}`);
    return answer.text();
  };
  const timed = async (address: string) => {
    const [before, from] = [ticksOf(pid), performance.now()];
    await get(address);
    return { wall: performance.now() - from, ticks: ticksOf(pid) - before };
  };
  const measured = addresses.map(() => ({ ratios: [] as number[], ticks: 0, ofEmpty: 0 }));
  for (let round = -2; round < rounds; round++) {
    for (const [i, address] of addresses.entries()) {
      const [empty, page] = [await timed(addresses[0]!), await timed(address)];
      if (round < 0) continue;
      measured[i]!.ratios.push(page.wall / empty.wall);
      measured[i]!.ticks += page.ticks;
      measured[i]!.ofEmpty += empty.ticks;
    }
  }
  const found: PageCost[] = [];
  await logStatements(sql, true);
  for (const [i, address] of addresses.entries()) {
    const before = statementsIn(served.log);
    const text = await get(address);
    found.push({
      page: address,
      wall: median(measured[i]!.ratios),
      processor: measured[i]!.ticks / measured[i]!.ofEmpty,
      queries: statementsIn(served.log) - before,
      bytes: Buffer.byteLength(text),
      nodes: text.match(/<[a-z]/g)?.length ?? 0,
    });
  }
  await logStatements(sql, false);
  return found;
}

function ticksOf(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'utf8')
    .replace(/^.*\) /, '')
    .split(' ');
  return Number(fields[11]) + Number(fields[12]);
}

async function logStatements(sql: postgres.Sql, on: boolean): Promise<void> {
  await sql.unsafe(`alter system set log_statement = '${on ? 'all' : 'none'}'`);
  await sql`select pg_reload_conf()`;
  await new Promise((resolve) => setTimeout(resolve, 500));
}

function statementsIn(log: string): number {
  return readFileSync(log, 'utf8').match(/LOG: {2}(execute|statement)/g)?.length ?? 0;
}
