import { isId } from '@/server/access';
import { iterationTarget } from '@/areas/builds';
import { notFound } from 'next/navigation';
import { openSheet, type SheetProps, ProjectFrame } from '@/shell/frame';
import { day } from '@/core/format';
import { pool } from '@/db/connection';
import { readIterationPage } from './read';
import { IterationView, IterationActions } from './IterationView';

export default async function IterationPage(props: SheetProps<{ iteration: string }>) {
  const { project, iteration: id } = await props.params;
  const target = isId(project) ? await iterationTarget(pool(), id, project) : null;
  if (!target) notFound();
  const frame = await openSheet('/projects/[project]/builds/[iteration]', props, target);
  const found = await readIterationPage(pool(), frame, { project, id, target });
  const { iteration, team } = found;

  return (
    <ProjectFrame
      shows={['bench', 'builds', 'concepts', 'requirements']}
      frame={frame}
      sheet="builds"
      name="Builds"
      title={`${team.name} ${iteration.number}`}
      byTeam={false}
      about={`${iteration.change} · ${iteration.kind}, ${iteration.state}, ${day(iteration.builtOn)}${iteration.released ? ' · released' : ''}`}
      actions={<IterationActions {...found} frame={frame} project={project} id={id} target={target} />}
    >
      <IterationView {...found} frame={frame} project={project} id={id} target={target} />
    </ProjectFrame>
  );
}
