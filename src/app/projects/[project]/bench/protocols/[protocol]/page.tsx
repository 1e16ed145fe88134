import { openSheet, BENCH_VIEWS, type SheetProps, ProjectFrame } from '@/shell/frame';
import { pool } from '@/db/connection';
import { readProtocolPage } from '@/areas/bench/read/pages/protocol';
import { ProtocolView, ProtocolActions } from '@/areas/bench/ui/pages/ProtocolView';

export default async function ProtocolPage(props: SheetProps<{ protocol: string }>) {
  const { protocol: id } = await props.params;
  const frame = await openSheet('/projects/[project]/bench/protocols/[protocol]', props);
  const found = await readProtocolPage(pool(), frame, { id });
  const { protocol, versions } = found;

  return (
    <ProjectFrame
      shows={['bench', 'requirements', 'safety']}
      frame={frame}
      sheet="bench"
      name="Bench"
      title={protocol.name}
      byTeam={false}
      views={BENCH_VIEWS}
      about={versions.length > 1 ? `version ${protocol.currentVersion} of the protocol` : 'protocol'}
      actions={<ProtocolActions {...found} frame={frame} id={id} />}
    >
      <ProtocolView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
