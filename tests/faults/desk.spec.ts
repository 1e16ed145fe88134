import { serveOn } from '../../scripts/lib/serve.mjs';
import { allSent, entriesOn, expect, kept, test } from './world';

// The desk of a contest goes on when its server dies in the middle of the event.

test('the desk’s server is killed (-9) in mid-event, and no line comes back for twenty minutes', async ({
  browser,
  served,
  sql,
  note,
}) => {
  const own = await serveOn(served.url, 'faults-desk');
  const context = await browser.newContext({ baseURL: own.origin, viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.clock.install();
  await page.goto(served.access!.official);
  await page.goto('/official/desk');
  await page.clock.runFor(3_000); // after which the device keeps the page
  const [contest] = await sql<[{ id: string }]>`select id from contest where opened_at is not null`;
  await kept(page, `/official/desk?contest=${contest.id}`);
  await page.goto(`/official/desk?contest=${contest.id}`);
  const match = (a: string, b: string) =>
    page.getByRole('listitem', { name: new RegExp(`(${a} against ${b}|${b} against ${a})$`) });
  const play = async (winner: string, loser: string) => {
    const line = match(winner, loser);
    await line.getByRole('button', { name: 'Enter result' }).click();
    await line.getByRole('button', { name: `${winner} won` }).click();
    await line.getByRole('button', { name: 'Save result' }).click();
    await page.clock.runFor(9_000); // how long a form waits for an answer before the entry counts as kept
    await expect(page.getByRole('region', { name: 'Entered lately' })).toContainText(`${winner} won against ${loser}`);
  };
  await play('Flint', 'Slate');
  await allSent(page);
  // The page has been read anew; a server that dies while it is, is another fault (the page is then loaded from the device).
  await new Promise((resolve) => setTimeout(resolve, 5_000));
  await own.kill();
  await play('Basalt', 'Schist');
  await page.clock.fastForward('20:00');
  // The teams of these are known at this desk alone.
  await play('Tuff', 'Flint');
  await play('Schist', 'Tuff');
  await play('Schist', 'Basalt');
  const before = await entriesOn(page);
  expect(before.filter(({ state }) => state === 'waiting')).toHaveLength(4);
  const next = await serveOn(served.url, 'faults-desk', [], {}, own.port);
  await page.clock.runFor(60_000);
  await allSent(page);
  const ids = ((await entriesOn(page)) as unknown as { objectId: string }[]).map(({ objectId }) => objectId);
  const rows = await sql<{ id: string; state: string; madeAt: Date; createdAt: Date }[]>`
    select id, state, made_at, created_at from desk_entry where id = any(${ids}) order by number`;
  expect(rows.map(({ state }) => state)).toEqual(['counts', 'counts', 'counts', 'counts', 'counts']);
  // Each keeps the time at which it took place, however late it came.
  const minutes = (a: number, b: number) => (rows[b]!.madeAt.getTime() - rows[a]!.madeAt.getTime()) / 60_000;
  expect(minutes(1, 2)).toBeGreaterThan(19);
  note({
    made: 5,
    acknowledged: (await entriesOn(page)).filter(({ state }) => state === 'sent').length,
    stored: ids.map((id) => rows.filter((row) => row.id === id).length),
    told: 'waiting, then sent; the desk played on by itself, and every result kept its time',
  });
  await context.close();
  await next.stop();
});
