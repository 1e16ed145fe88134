import { PeerList } from '@/areas/reviews/ui/PeerList';
import { PeerForm } from '@/areas/reviews/ui/PeerForm';
import { hrefIn, type Place } from '@/areas/course';
import { allowed, seesAll } from '@/server/access';
import { Nothing, TeamTag } from '@/ui/sheet/Sheet';
import { tagColour } from '@/ui/colours';
import { plural, shortName } from '@/core/format';
import { usefulness } from '@/areas/reviews/read/peers';
import { agreedOn } from '@/areas/brief';
import { Link } from '@/ui/Link';
import { ActButton } from '@/ui/forms/ActButton';
import { releasePeers } from '@/areas/reviews/write/actions';
import type { readPeersPage } from '@/areas/reviews/read/pages/peers';

type Props = Awaited<ReturnType<typeof readPeersPage>> & { frame: Place; id: string };

/** The content of the page “Peers”. */
export function PeersView({ review, all, requirements, iterations, here, asked, got, frame, id }: Props) {
  const { seat } = frame;
  const { project, actor, role, teamId } = seat;
  const teamOf = (team: string) => frame.teams.find((one) => one.id === team);
  const abouts = (team: string) => [
    ['what was shown in the review', 'what was shown in the review'] as const,
    ...agreedOn(requirements).map(({ code, statement }) => {
      const text = `${code} ${statement}`.slice(0, 120);
      return [text, text] as const;
    }),
    ...iterations
      .filter((one) => one.teamId === team && one.released)
      .map(({ number }) => [`iteration ${number}`, `iteration ${number}`] as const),
  ];
  const own = (team: string) =>
    iterations
      .filter((one) => one.teamId === team)
      .reverse()
      .map((one) => [one.id, `iteration ${one.number}`] as const);
  return (
    <>
      {asked.map(({ slot }) => {
        const team = teamOf(slot.teamId);
        const mine = here.find((one) => one.slotId === slot.id && one.authorId === actor.id);
        if (!team) return null;
        return (
          <section key={slot.id} className="mb-6 max-w-3xl" aria-label={`Your review of ${team.name}`}>
            <h2 className="mb-1">Your review of {team.name}</h2>
            {mine && review.peersReleased ? (
              <PeerList projectId={project.id} reviews={[mine]} takes={false} iterations={[]} />
            ) : (
              <PeerForm
                key={mine?.version ?? 'new'}
                projectId={project.id}
                slotId={slot.id}
                team={team.name}
                id={mine?.id ?? null}
                version={mine?.version ?? null}
                values={mine ?? EMPTY}
                abouts={abouts(team.id)}
                here={hrefIn(frame, `reviews/${id}/peers`)}
              />
            )}
          </section>
        );
      })}
      {role === 'student' && (
        <section aria-label="What peers say of your team">
          <h2 className="mb-1">What peers say of your team</h2>
          {got.length === 0 ? (
            <p className="faint">
              {review.peersReleased
                ? 'Nobody has reviewed your team.'
                : 'Your instructor releases it after the review.'}
            </p>
          ) : (
            <PeerList
              projectId={project.id}
              reviews={got}
              takes={allowed(seat, 'peer.take', { teamId, released: review.peersReleased })}
              iterations={teamId ? own(teamId) : []}
            />
          )}
        </section>
      )}
      {seesAll(seat) && here.length === 0 && (
        <Nothing>
          {review.peers === 'none'
            ? 'No peers write reviews here. The plan of the review says who does.'
            : 'Nobody has written a review yet. Students find the form under Reviews, on their phones.'}
        </Nothing>
      )}
      {seesAll(seat) &&
        review.slots.map((slot) => {
          const of = here.filter((one) => one.slotId === slot.id);
          const team = teamOf(slot.teamId);
          if (of.length === 0 || !team) return null;
          return (
            <section key={slot.id} className="mb-4" aria-label={`Reviews of ${team.name}`}>
              <h2 className="mb-1 flex gap-3 items-baseline">
                <TeamTag name={team.name} colour={tagColour(team.colour)} />
                <span className="font-normal faint">{plural(of.length, 'review')}</span>
              </h2>
              <PeerList
                projectId={project.id}
                reviews={of}
                takes={allowed(seat, 'peer.take', { teamId: team.id, released: true })}
                iterations={own(team.id)}
              />
            </section>
          );
        })}
      {seesAll(seat) && all.length > 0 && (
        <section className="mt-5" aria-label="Useful reviews">
          <h2 className="mb-1">Whose suggestions were taken up, in all reviews</h2>
          <table className="!w-auto">
            <thead>
              <tr>
                <th>Student</th>
                <th className="right">Written</th>
                <th className="right">Taken up</th>
              </tr>
            </thead>
            <tbody>
              {usefulness(all).map((one) => (
                <tr key={one.id}>
                  <td>{shortName(one.name)}</td>
                  <td className="num right">{one.written}</td>
                  <td className="num right">{one.takenUp}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="text-sm faint">Only you and your assistants see who wrote what.</p>
        </section>
      )}
    </>
  );
}

/** What stands at the page’s head as actions. */
export function PeersActions({ review, here, frame, id }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
    <>
      <Link className="btn" href={hrefIn(frame, `reviews/${id}`)}>
        Running order
      </Link>
      {allowed(seat, 'review.write') && here.length > 0 && (
        <ActButton
          act={releasePeers}
          input={{ projectId: project.id, id, released: !review.peersReleased }}
          done={review.peersReleased ? 'Hidden from the teams again.' : 'Released: each team reads its own.'}
          className={review.peersReleased ? 'btn' : 'btn btn-go'}
        >
          {review.peersReleased ? 'Hide from the teams' : 'Release to the teams'}
        </ActButton>
      )}
    </>
  );
}

const EMPTY = { clear: '', breaksFirst: '', suggestion: '', about: '', signed: false };
