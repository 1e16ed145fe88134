import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { GateTable } from '@/areas/plan/ui/gates/GateTable';
import type { readGatesPage } from '@/areas/plan/read/pages/gates';

type Props = Awaited<ReturnType<typeof readGatesPage>> & { frame: Place };

/** The content of the page “Gates”. */
export function GatesView({ leads, gates, judged, teams, frame }: Props) {
  return (
    <>
      {gates.length === 0 && (
        <Nothing
          step={
            leads ? (
              <Link className="btn btn-go" href={hrefIn(frame, 'schedule/gates/edit')}>
                Set up the first gate
              </Link>
            ) : undefined
          }
        >
          A gate stands before a stage and opens once its checklist is met: requirements agreed, a drawing accepted, a
          mock-up checked by two people. {leads ? '' : 'Your instructor has set up none yet.'}
        </Nothing>
      )}
      {gates.length > 0 && teams.length === 0 && (
        <Nothing>{leads ? 'There is no team yet; teams come with the roster.' : 'You aren’t in a team yet.'}</Nothing>
      )}
      {gates.length > 0 && teams.length > 0 && (
        <GateTable
          teams={teams}
          gates={gates}
          judged={judged}
          href={(gate, team) => hrefIn(frame, `schedule/gates/${gate}`, { team })}
        />
      )}
    </>
  );
}
