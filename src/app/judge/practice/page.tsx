import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import { judgeHere } from '@/areas/grades';
import { Practice } from '@/areas/grades/ui/Practice';
import { enterByLink } from '@/server/access';
import { Plain } from '@/ui/sheet/Plain';
import { pool } from '@/db/connection';

export default async function PracticePage() {
  const { project, actor } = await enterByLink('judge.page');
  const { rubric, anchors } = await judgeHere(pool(), project.id, actor);
  if (!rubric) notFound();
  return (
    <Plain
      title="Worked examples"
      about={`${rubric.name}: choose points, then see what was agreed. Nothing of this is saved.`}
      actions={
        <Link className="btn" href="/judge">
          To the teams
        </Link>
      }
    >
      {anchors.length === 0 && <p className="faint">There is no worked example yet.</p>}
      {anchors.map((anchor) => (
        <Practice
          key={anchor.id}
          anchor={{ title: anchor.title, shows: anchor.shows, agreed: anchor.agreed }}
          criteria={rubric.criteria}
          halfLevels={rubric.halfLevels}
        />
      ))}
    </Plain>
  );
}
