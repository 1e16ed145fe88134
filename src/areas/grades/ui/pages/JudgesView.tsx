import { TalkList, JudgesCompared } from '@/areas/grades/ui/JudgesCompared';
import { Link } from '@/ui/Link';
import { hrefIn, type Place } from '@/areas/course';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE } from '@/ui/kit/icons';
import { PanelForm } from '@/areas/grades/ui/PanelForm';
import type { readJudgesPage } from '@/areas/grades/read/pages/judges';

type Props = Awaited<ReturnType<typeof readJudgesPage>> & { frame: Place; id: string };

/** The content of the page “Judges”. */
export function JudgesView({ scores, found, rubric, planned, judges, shown, talk, frame }: Props) {
  return (
    <>
      <TalkList talk={talk} criteria={rubric.allCriteria} scores={scores} grades={found} teams={shown} />
      <JudgesCompared grades={found} teams={frame.teams} />
      {planned.length > 0 && (
        <section aria-label="Who judges whom" className="max-w-3xl">
          <h2 className="h3">Who judges whom</h2>
          <ul>
            {judges.map((judge) => (
              <li key={judge.id} className="border-b border-hair py-1">
                <b>{judge.name}</b>:{' '}
                {frame.teams
                  .filter((team) => planned.some((one) => one.judgeId === judge.id && one.teamId === team.id))
                  .map((team) => team.name)
                  .join(', ') || 'no team'}
              </li>
            ))}
          </ul>
          <p className="text-sm faint">Drawn with the seed {planned[0]!.seed}; anyone can repeat it.</p>
        </section>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function JudgesActions({ judges, frame, id }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;

  return (
    <>
      <Link className="btn" href={hrefIn(frame, `grades/${id}`)}>
        Rubric
      </Link>
      {judges.length > 1 && (
        <SidePanel id="panel" label="Plan who judges whom" icon={CHANGE} title="Who judges whom">
          <PanelForm
            projectId={projectId}
            rubricId={id}
            perTeam={String(Math.min(judges.length, judges.length > 2 ? 2 : judges.length))}
          />
        </SidePanel>
      )}
    </>
  );
}
