import postgres from 'postgres';
import { world } from './world';

/** The day on which tests of a calendar take place, a Wednesday; IRONSTONE_TEST_DAY tries another one. */
export const TODAY = process.env.IRONSTONE_TEST_DAY ?? '2026-11-25';

/** Sets the present of a project of the demo installation to noon of that day: server and pages take it from there. */
export async function pinDay(projectId: string): Promise<void> {
  const sql = postgres(world().demo.url, { max: 1 });
  try {
    await sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
      const pinned = await tx`update project set pinned_now = ${`${TODAY}T12:00`} where id = ${projectId} returning 1`;
      if (pinned.length !== 1) throw new Error(`There is no project ${projectId}.`);
    });
  } finally {
    await sql.end();
  }
}
