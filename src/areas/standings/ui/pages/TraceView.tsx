import { Trace } from '@/areas/standings/ui/Trace';
import { hrefIn, type Place, type Team } from '@/areas/course';
import type { readTracePage } from '@/areas/standings/read/pages/trace';

type Props = Awaited<ReturnType<typeof readTracePage>> & { frame: Place; team: Team };

/** The content of the page “Trace”. */
export function TraceView({ standings, attempts, iterations, protocols, requirements, runs, frame, team }: Props) {
  return (
    <>
      {standings.table.length === 0 ? (
        <p className="faint">There are no standings yet.</p>
      ) : (
        <Trace
          team={team}
          standings={standings}
          attempts={attempts}
          runs={runs}
          iterations={iterations}
          protocols={protocols}
          requirements={requirements}
          normalised={frame.seat.project.normaliseWeights}
          href={(sheet) => hrefIn(frame, sheet)}
          seesJudges={frame.seat.role === 'instructor'}
        />
      )}
    </>
  );
}
