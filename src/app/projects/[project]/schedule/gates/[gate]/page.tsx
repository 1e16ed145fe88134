import { seesAll } from '@/server/access';
import { Link } from '@/ui/Link';
import { notFound } from 'next/navigation';
import type { GateItem, ItemKind } from '@/core/gates';
import { ActionList } from '@/areas/course/ui/ActionList';
import { Checklist } from '@/areas/plan/ui/gates/Checklist';
import { DecisionPart } from '@/areas/plan/ui/gates/Decision';
import { GateTable } from '@/areas/plan/ui/gates/GateTable';
import { openSheet, ProjectFrame, scheduleViews, type SheetProps } from '@/shell/frame';
import { hrefIn, meetingsOf } from '@/areas/course';
import { readFound, listGates, listJudgedGates } from '@/areas/plan';
import { shortName } from '@/core/format';
import { Post, POST_TONE, POST_WORD } from '@/ui/glyphs/Post';
import { pool } from '@/db/connection';

export default async function GatePage(props: SheetProps<{ gate: string }>) {
  const frame = await openSheet('/projects/[project]/schedule/gates/[gate]', props);
  const { gate: id } = await props.params;
  const { seat } = frame;
  const sees = seesAll(seat);
  const [gates, found, all] = await Promise.all([
    listGates(pool(), seat.project.id),
    readFound(pool(), seat.project.id),
    listJudgedGates(pool(), seat.project.id, frame.today),
  ]);
  const gate = gates.find((one) => one.id === id);
  if (!gate) notFound();
  const team = sees ? frame.team : (frame.teams.find((one) => one.id === seat.teamId) ?? null);
  const judged = all.filter((one) => one.gate.id === id);
  const own = judged.find((one) => one.teamId === team?.id);
  const of = found.teams.find((one) => one.id === team?.id);
  const section = frame.sections.find((one) => one.id === team?.sectionId);
  const meetings = section
    ? meetingsOf(section)
        .map((meeting) => meeting.date)
        .filter((date) => date >= frame.today)
    : [];
  const guards = [
    ...(gate.guardsBuilding ? ['no iteration is built'] : []),
    ...(gate.guardsFinal ? ['no machine is booked for final material'] : []),
  ];
  const evidence = ({ kind, review }: GateItem): string | null => {
    const at = (sheet: string) => hrefIn(frame, sheet);
    if (kind === 'review') {
      const said = own?.reviews.find((one) => one.kindId === review?.id);
      return said ? at(`reviews/${said.reviewId}/${said.slotId}/minutes`) : at('reviews');
    }
    if (kind === 'checks') return of?.checked ? `${at(`builds/${of.checked.id}`)}#checks` : at('builds');
    const sheets: Partial<Record<ItemKind, string>> = {
      requirements: 'requirements',
      stage: 'schedule/progress',
      runs: 'bench',
      musts: 'requirements/compliance',
      'sign-offs': 'safety/sign-offs',
    };
    return sheets[kind] ? at(sheets[kind]) : null;
  };
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'reviews', 'safety']}
      frame={frame}
      sheet="schedule"
      name="Schedule"
      view={`schedule/gates/${id}`}
      views={scheduleViews(seat.role)}
      title={team ? `${gate.name}, ${team.name}` : gate.name}
      byTeam={sees}
      about={`before ${gate.stageName}${guards.length ? `; until then ${guards.join(' and ')}` : ''}`}
      actions={
        <Link className="btn" href={hrefIn(frame, 'schedule/gates')}>
          All gates
        </Link>
      }
    >
      {team && own ? (
        <>
          <p className="mb-3 text-lg">
            <Post state={own.state} /> <b className={POST_TONE[own.state]}>{POST_WORD[own.state]}</b>
          </p>
          <Checklist seat={seat} judged={own} evidence={evidence} />
          {own.reviews.map(({ slotId, conditions }) => (
            <section key={slotId} className="mt-4">
              {conditions.length > 0 && <h2 className="mb-1">Conditions of the review</h2>}
              <ActionList seat={seat} teamId={team.id} actions={conditions} today={frame.today} />
            </section>
          ))}
          <DecisionPart
            key={own.decision?.id ?? 'none'}
            seat={seat}
            judged={own}
            members={(of?.members ?? []).map((member) => [member.id, shortName(member.name)] as const)}
            meetings={meetings}
          >
            <ActionList seat={seat} teamId={team.id} actions={own.decision?.conditions ?? []} today={frame.today} />
          </DecisionPart>
        </>
      ) : (
        <GateTable
          teams={frame.teams.filter((one) => sees && (!frame.section || one.sectionId === frame.section.id))}
          gates={[gate]}
          judged={judged}
          href={(gateId, teamId) => hrefIn(frame, `schedule/gates/${gateId}`, { team: teamId })}
        />
      )}
    </ProjectFrame>
  );
}
