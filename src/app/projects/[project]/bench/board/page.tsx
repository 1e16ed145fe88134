import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { unitName } from '@/core/format';
import { allowed } from '@/server/access';
import { pool } from '@/db/connection';
import { readBoardPage } from './read';
import { BoardView, BoardActions } from './BoardView';

export default async function BoardPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/bench/board', props);
  const { quantity: asked } = await props.searchParams;
  const found = await readBoardPage(pool(), frame, { asked });
  const { protocol } = found;
  const { seat } = frame;
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'event', 'requirements']}
      frame={frame}
      sheet="bench"
      name="Bench"
      view="bench/board"
      views={BENCH_VIEWS}
      keeps={protocol && { quantity: protocol.quantityId }}
      title="Class board"
      about={protocol && `${protocol.parameterName} in ${unitName(protocol.unit)}, ${protocol.name}`}
      actions={protocol && allowed(seat, 'bench.write') && <BoardActions {...found} frame={frame} />}
    >
      <BoardView {...found} frame={frame} />
    </ProjectFrame>
  );
}
