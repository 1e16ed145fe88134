import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { listBenchmarks } from '@/areas/builds';
import { measured } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function LegacyPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/legacy', props);
  const { project, role } = frame.seat;
  const benchmarks = await listBenchmarks(pool(), project.id);
  const save = role === 'instructor' && (
    <a className="btn" href={`/projects/${project.id}/export/bundle.zip`}>
      Save project as a bundle
    </a>
  );
  return (
    <ProjectFrame
      shows={['bench', 'event']}
      frame={frame}
      sheet="legacy"
      name="Legacy"
      byTeam={false}
      about="benchmarks of earlier seasons"
      actions={save}
    >
      {benchmarks.length === 0 ? (
        <Nothing>
          The next class starts from this one: the benchmark to beat, the designs with what was good and bad about them,
          what the client said.
        </Nothing>
      ) : (
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Benchmarks">
          <table className="max-w-4xl min-w-[40rem]">
            <thead>
              <tr>
                <th>Season</th>
                <th>Event</th>
                <th className="right">To beat</th>
                <th>Design</th>
              </tr>
            </thead>
            <tbody>
              {benchmarks.map((one) => (
                <tr key={one.id}>
                  <td className="whitespace-nowrap">{one.season}</td>
                  <td className="whitespace-nowrap">{one.eventName}</td>
                  <td className="num right whitespace-nowrap">
                    {measured(one.value, one.expandedUncertainty, one.unit)}
                  </td>
                  <td>{one.design}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </ProjectFrame>
  );
}
