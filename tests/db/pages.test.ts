import { readdirSync } from 'node:fs';
import path from 'node:path';
import { pool, queriesSent } from '@/db/connection';
import { demoBundle, demoProject, asPerson, ownDatabase, type DemoProject } from './database';

ownDatabase();
type Page = (props: {
  params: Promise<Record<string, string>>;
  searchParams: Promise<Record<string, string>>;
}) => Promise<unknown>;
const ROOT = 'src/app/projects/[project]';
const pages = readdirSync(ROOT, { recursive: true, encoding: 'utf8' })
  .filter((file) => path.basename(file) === 'page.tsx')
  .map((file) => path.dirname(file));
let small: DemoProject;
let large: DemoProject;

/** The demo project with every team there three times over, each with its iterations, runs and scores. */
function threefold() {
  const bundle = demoBundle();
  const copies = <T>(list: T[], rename: (item: T, suffix: string) => T) =>
    list.flatMap((item) => ['', ' B', ' C'].map((suffix) => rename(item, suffix)));
  const byTeam = <T extends { team: string }>(list: T[]) =>
    copies(list, (item, suffix) => ({ ...item, team: item.team + suffix }));
  bundle.teams = copies(bundle.teams, (team, suffix) => ({ ...team, name: team.name + suffix }));
  bundle.iterations = byTeam(bundle.iterations);
  bundle.trials = byTeam(bundle.trials);
  for (const rubric of bundle.rubrics) rubric.scores = byTeam(rubric.scores);
  return bundle;
}
beforeAll(async () => {
  small = await demoProject('small');
  large = await demoProject('large', threefold());
});

async function queriesOf(page: string, p: DemoProject): Promise<number> {
  const { default: Page } = (await import(path.resolve(ROOT, page, 'page.tsx'))) as { default: Page };
  const [concept] = await pool()<[{ id: string; authorId: string }]>`
    select id, author_id from concept where project_id = ${p.id} order by handed_in_at limit 1`;
  // A concept is written by its author alone.
  await asPerson(/^concepts.(new|.concept..edit)/.test(page) ? concept.authorId : p.instructorId);
  const [trial] = await pool()<[{ id: string }]>`select id from trial where project_id = ${p.id} limit 1`;
  const [gate] = await pool()<[{ id: string }]>`select id from gate where project_id = ${p.id} limit 1`;
  const [session] = await pool()<[{ id: string }]>`select id from test_session where project_id = ${p.id} limit 1`;
  const params = {
    ...{ project: p.id, team: p.teams.Flint!, iteration: p.iteration['Flint 3']!, trial: trial.id },
    ...{ gate: gate.id, session: session.id, concept: concept.id },
  };
  const before = queriesSent();
  await Page({ params: Promise.resolve(params), searchParams: Promise.resolve({ from: '1', to: '2' }) });
  return queriesSent() - before;
}

test('every page of a project is looked at', () => {
  expect(pages.length).toBeGreaterThanOrEqual(18);
});

test.each(pages)('the number of queries of %s does not grow with the teams', async (page) => {
  await queriesOf(page, small); // opens connections, which costs queries of its own
  const [few, many] = [await queriesOf(page, small), await queriesOf(page, large)];
  expect(few).toBeGreaterThan(0);
  expect(many).toBe(few);
});
