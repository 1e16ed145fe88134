import { readFileSync } from 'node:fs';
import type postgres from 'postgres';

/** What a page costs. */
export interface PageCost {
  page: string;
  /** Wall time and processor time of the server against an empty sheet, medians of rounds in which each is asked once. */
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
const TICK = 10; // milliseconds of a clock tick in /proc

/** Measures pages side by side: the first is the empty sheet that the others are compared with. */
export async function pageCosts(served: Served, addresses: string[], rounds: number): Promise<PageCost[]> {
  const { origin, pid, token, sql } = served;
  const get = async (address: string) => {
    const answer = await fetch(origin + address, { headers: { cookie: `ironstone_session=${token}` } });
    if (answer.status !== 200) throw new Error(`${address} answered ${answer.status}`);
    return answer.text();
  };
  const walls = addresses.map((): number[] => []);
  const ticks = addresses.map(() => 0);
  for (let round = -2; round < rounds; round++) {
    for (const [i, address] of addresses.entries()) {
      const [before, from] = [ticksOf(pid), performance.now()];
      await get(address);
      if (round < 0) continue;
      walls[i]!.push(performance.now() - from);
      ticks[i]! += ticksOf(pid) - before;
    }
  }
  const found: PageCost[] = [];
  await logStatements(sql, true);
  for (const [i, address] of addresses.entries()) {
    const before = statementsIn(served.log);
    const text = await get(address);
    found.push({
      page: address,
      wall: median(walls[i]!) / median(walls[0]!),
      processor: (ticks[i]! * TICK) / (ticks[0]! * TICK),
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
