import { Nothing } from '@/ui/sheet/Sheet';
import { Link } from '@/ui/Link';
import { DrawSheet } from '@/areas/course/ui/draws/DrawSheet';
import { CallForm, DrawForm } from '@/areas/course/ui/draws/forms';
import { shortName } from '@/core/format';
import { inZone } from '@/server/clock';
import type { Place } from '@/areas/course/read/classes/place';
import type { readDrawsPage } from '@/areas/course/read/pages/draws';

type Props = Awaited<ReturnType<typeof readDrawsPage>> & { frame: Place };

/** The content of the page “Draws”. */
export function DrawsView({ leads, draws, here, teams, frame }: Props) {
  const { project } = frame.seat;
  const section = frame.section;
  const local = (instant: Date) => inZone(instant, project.timeZone);
  return (
    <>
      <p className="faint mb-3 max-w-3xl">
        First the list is frozen, then two people call out digits: so neither whoever writes the list nor whoever calls
        can know what comes out, and anybody can repeat it.
      </p>
      {draws.length === 0 && !leads && <Nothing>Nothing has been drawn yet.</Nothing>}
      {draws.map((draw) => (
        <section key={draw.id} id={draw.id} className="mb-6">
          <h2 className="mb-1">
            {draw.title}{' '}
            {draw.isPublic && (
              <Link href={`/draw/${draw.id}`} className="text-sm font-normal normal-case">
                public page
              </Link>
            )}
          </h2>
          <DrawSheet draw={draw} local={local} />
          {leads && !draw.drawnAt && (
            <div className="mt-2 no-print">
              <CallForm projectId={project.id} id={draw.id} />
            </div>
          )}
        </section>
      ))}
      {leads && (
        <section className="no-print">
          <h2 className="mb-1">Freeze a list</h2>
          <DrawForm
            projectId={project.id}
            sectionId={section?.id ?? null}
            count={draws.length}
            lists={[
              { label: 'Teams', names: teams.map((team) => team.name) },
              { label: 'Students', names: distinctNames(here.map((one) => shortName(one.name))) },
              { label: 'A list of your own', names: [] },
            ]}
          />
        </section>
      )}
    </>
  );
}

/** Two students of the same first name and initial are told apart by a number. */
function distinctNames(names: string[]): string[] {
  return names.map((name, i) => {
    const before = names.slice(0, i).filter((one) => one === name).length;
    return before ? `${name} (${before + 1})` : name;
  });
}
