import { connect } from '@/db/connection';
import { importBundle } from '@/shell/bundle/importBundle';
import { demoBundle } from '../demo';

/** The sign-in name of whoever leads the demo project that is in the template; the first test that asks for one gets it. */
export const READY = 'ready-demo';

/** Puts the demo project into a database, for test files to clone: bringing it in takes longer than all else they set up. */
async function main() {
  const sql = connect(process.env.DATABASE_URL!, 1);
  try {
    await sql.begin(async (tx) => {
      await tx`select set_config('ironstone.actor', '{"kind": "system", "name": "Test", "act": "test"}', true)`;
      const [leads] = await tx<[{ id: string }]>`
        insert into account (kind, login, name) values ('instructor', ${READY}, ${READY}) returning id`;
      await importBundle(tx, demoBundle(), { instructorId: leads.id });
    });
  } finally {
    await sql.end();
  }
}

if (require.main === module) void main();
