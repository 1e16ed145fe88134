import { Link } from '@/ui/Link';
import { enterByLink } from '@/server/access';
import { judgeHere } from '@/areas/grades';
import { Waiting } from '@/ui/outbox/Waiting';
import { FieldPages } from '@/ui/outbox/FieldPages';
import { tagColour } from '@/ui/colours';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';
import { TeamTag } from '@/ui/sheet/Sheet';
import { plural } from '@/core/format';

export default async function JudgePage() {
  const { project, actor } = await enterByLink('judge.page');
  const { rubric, teams, anchors, own, criteria } = await judgeHere(pool(), project.id, actor);
  const count = (teamId: string) => own.filter((one) => one.teamId === teamId).length;
  const left = teams.filter((team) => count(team.id) < criteria(team.id).length);
  return (
    <Plain
      title={rubric?.name ?? 'Judging'}
      about={`${actor.name}, thank you for judging ${project.title}. Choose a team; your points can be changed until the link ends.`}
    >
      {anchors.length > 0 && (
        <p className="callout mb-2">
          First time?{' '}
          <Link href="/judge/practice" className="underline">
            Try it on {plural(anchors.length, 'worked example')}
          </Link>{' '}
          and see how far you are from what was agreed.
        </p>
      )}
      <p className="mb-1">
        {left.length === 0
          ? 'You have scored every team. Thank you.'
          : `Left to do: ${left.map((team) => team.name).join(', ')}.`}
      </p>
      <ul>
        {teams.map((team) => (
          <li key={team.id} className="border-b border-hair">
            <a href={`/judge/${team.id}`} className="flex justify-between py-3 text-lg text-ink">
              <TeamTag name={team.name} colour={tagColour(team.colour)} />
              <span className={count(team.id) === criteria(team.id).length ? 'text-moss' : 'faint'}>
                {count(team.id)} of {criteria(team.id).length} scored
              </span>
            </a>
          </li>
        ))}
      </ul>
      <Waiting path="/api/v1/scores" />
      <FieldPages pages={['/judge', '/judge/practice', ...teams.map((team) => `/judge/${team.id}`)]} />
    </Plain>
  );
}
