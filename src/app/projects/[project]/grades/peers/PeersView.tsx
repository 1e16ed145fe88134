import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import {
  type PeerRound,
  roundForm,
  USUAL_ROUND,
  listOwnRatings,
  listPeerRatings,
  loadContributions,
  factorsOf,
  contributionOf,
  warningWords,
} from '@/areas/grades';
import { PeerRoundForm, PeerRatingForm } from '@/areas/grades/ui/PeerForms';
import type { Frame } from '@/shell/frame';
import { listStudents, hrefIn } from '@/areas/course';
import { pool } from '@/db/connection';
import { Waiting } from '@/ui/outbox/Waiting';
import { shortName, fixed, plural } from '@/core/format';
import { tagColour } from '@/ui/colours';
import { Fold } from '@/ui/sheet/Fold';
import type { readPeersPage } from '@/app/projects/[project]/grades/peers/read';

type Props = Awaited<ReturnType<typeof readPeersPage>> & { frame: Frame };

/** The content of the page “Peers”. */
export function PeersView({ leads, rounds, frame }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const form = (round: PeerRound | null) => (
    <PeerRoundForm
      key={round?.version ?? rounds.length}
      projectId={projectId}
      id={round?.id ?? null}
      version={round?.version ?? null}
      values={roundForm(round ?? { ...USUAL_ROUND, name: `Peer rating ${rounds.length + 1}` })}
    />
  );
  return (
    <>
      {rounds.length === 0 && (
        <Nothing>
          Members of a team rate each other on questions with anchors. Only the instructor reads the answers; they can
          become a factor for each member’s share. {leads ? '' : 'Nobody has been asked yet.'}
        </Nothing>
      )}
      {seat.role === 'student' ? (
        <Asked frame={frame} rounds={rounds.filter((one) => one.isOpen)} />
      ) : (
        leads && (
          <>
            {rounds.map((round) => (
              <section key={round.id} className="mb-6" aria-label={round.name}>
                <div className="flex flex-wrap items-baseline gap-x-4">
                  <h2 className="h3">{round.name}</h2>
                  <span className="faint text-sm">
                    {round.isOpen ? 'open' : 'closed'} · factor from {round.low} to {round.high}
                  </span>
                  <SidePanel
                    id={`round-${round.id}`}
                    label="Change"
                    of={round.name}
                    icon={CHANGE}
                    title={round.name}
                    className="btn-text no-print"
                  >
                    {form(round)}
                  </SidePanel>
                </div>
                <Factors frame={frame} round={round} />
              </section>
            ))}
          </>
        )
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function PeersActions({ rounds, frame }: Props) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const form = (round: PeerRound | null) => (
    <PeerRoundForm
      key={round?.version ?? rounds.length}
      projectId={projectId}
      id={round?.id ?? null}
      version={round?.version ?? null}
      values={roundForm(round ?? { ...USUAL_ROUND, name: `Peer rating ${rounds.length + 1}` })}
    />
  );
  return (
    <SidePanel id="new" label="Add peer rating" icon={ADD} title="New peer rating">
      {form(null)}
    </SidePanel>
  );
}

/** What a student is asked: the others of the own team. */
async function Asked({ frame, rounds }: { frame: Frame; rounds: PeerRound[] }) {
  const { seat } = frame;
  const { id: projectId } = seat.project;
  const [students, given] = await Promise.all([
    listStudents(pool(), projectId),
    listOwnRatings(pool(), projectId, seat.actor.id),
  ]);
  const mates = students.filter((one) => one.teamId === seat.teamId && one.accountId !== seat.actor.id);
  if (rounds.length === 0) return <p className="faint">No peer rating is open now.</p>;
  if (!seat.teamId || mates.length === 0) return <p className="faint">There is nobody else in your team to rate.</p>;
  return (
    <>
      <p className="callout mb-3">Only your instructor reads your answers. They stand on no page of your team.</p>
      <Waiting path="/api/v1/peer-ratings" />
      {rounds.map((round) => (
        <section key={round.id} aria-label={round.name} className="max-w-2xl mb-6">
          <h2 className="h3">{round.name}</h2>
          <PeerRatingForm
            projectId={projectId}
            round={{ id: round.id, name: round.name, questions: round.questions }}
            mates={mates.map((one) => ({ id: one.accountId, name: shortName(one.name) }))}
            given={given.filter((one) => one.roundId === round.id)}
            here={hrefIn(frame, 'grades/peers')}
          />
        </section>
      ))}
    </>
  );
}

/** What comes of a round, team by team, with what the record says of each member beside it. */
async function Factors({ frame, round }: { frame: Frame; round: PeerRound }) {
  const { seat, section, team } = frame;
  const { id: projectId } = seat.project;
  const [ratings, students, contributions] = await Promise.all([
    listPeerRatings(pool(), projectId),
    listStudents(pool(), projectId),
    loadContributions(pool(), projectId),
  ]);
  const teams = frame.teams.filter(
    (one) => (!section || one.sectionId === section.id) && (!team || one.id === team.id),
  );
  const found = factorsOf(round, ratings, teams, students);
  const asked = found.filter((one) => one.answered > 0);
  const nameOf = (id: string) => students.find((one) => one.accountId === id)?.name ?? 'somebody who left';
  if (asked.length === 0) return <p className="faint">Nobody has answered yet.</p>;
  return (
    <table className="stacked max-w-4xl">
      <thead>
        <tr>
          <th>Team</th>
          <th>Member</th>
          <th className="right">Factor</th>
          <th className="right">Before bounds</th>
          <th className="right">Answers</th>
          <th>In the record</th>
        </tr>
      </thead>
      <tbody>
        {asked.flatMap((one) => [
          ...one.factors.map((factor, i) => {
            const member = one.members.find(({ accountId }) => accountId === factor.member)!;
            return (
              <tr key={factor.member}>
                <td>{i === 0 && <TeamTag name={one.team.name} colour={tagColour(one.team.colour)} />}</td>
                <td>
                  {member.name}
                  {factor.selfGiven && <span className="faint text-sm"> rated themselves; left out</span>}
                </td>
                <td data-label="factor:" className="num right font-semibold beside">
                  {fixed(factor.factor, 2)}
                </td>
                <td data-label="before bounds:" className="num right beside">
                  {fixed(factor.unbounded, 2)}
                </td>
                <td data-label="answers:" className="num right beside">
                  {factor.raters}
                </td>
                <td data-label="in the record:" className="text-sm">
                  {contributionOf(contributions, factor.member)}
                </td>
              </tr>
            );
          }),
          <tr key={`${one.team.id} said`}>
            <td />
            <td colSpan={5} className="text-sm">
              {one.answered < one.members.length && (
                <span className="faint">
                  {one.answered} of {plural(one.members.length, 'member')} answered.{' '}
                </span>
              )}
              {warningWords(one).map((text) => (
                <span key={text} className="block text-ochre">
                  {text}
                </span>
              ))}
              <Fold label={`What ${one.team.name} answered`} minor className="no-print">
                <ul>
                  {ratings
                    .filter((given) => given.roundId === round.id && given.teamId === one.team.id)
                    .map((given) => (
                      <li key={given.id}>
                        {nameOf(given.fromId)} about {nameOf(given.toId)}: {given.answers.join(', ')}
                        {given.remark && `. ${given.remark}`}
                      </li>
                    ))}
                </ul>
              </Fold>
            </td>
          </tr>,
        ])}
      </tbody>
    </table>
  );
}
