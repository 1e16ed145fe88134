import { Post, POST_TONE, POST_WORD } from '@/ui/glyphs/Post';
import { Checklist } from '@/areas/plan/ui/gates/Checklist';
import { ActionList } from '@/areas/course/ui/ActionList';
import { DecisionPart } from '@/areas/plan/ui/gates/Decision';
import { shortName } from '@/core/format';
import { GateTable } from '@/areas/plan/ui/gates/GateTable';
import { hrefIn, type Place } from '@/areas/course';
import type { GateItem, ItemKind } from '@/core/gates';
import type { readGatePage } from '@/areas/plan/read/pages/gate';

type Props = Awaited<ReturnType<typeof readGatePage>> & { frame: Place };

/** The content of the page “Gate”. */
export function GateView({ sees, gate, team, judged, own, of, meetings, frame }: Props) {
  const { seat } = frame;
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
    <>
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
    </>
  );
}
