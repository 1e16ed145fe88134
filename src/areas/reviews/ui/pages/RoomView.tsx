import { Room } from '@/areas/reviews/ui/Room';
import { fitAgenda } from '@/core/reviews';
import { allowed } from '@/server/access';
import { hrefIn, type Place } from '@/areas/course';
import { Nothing } from '@/ui/sheet/Sheet';
import type { readRoomPage } from '@/areas/reviews/read/pages/room';

type Props = Awaited<ReturnType<typeof readRoomPage>> & { frame: Place; id: string };

/** The content of the page “Room”. */
export function RoomView({ gates, review, teams, first, meetings, frame, id }: Props) {
  const { seat } = frame;
  const { project, actor } = seat;

  return (
    <>
      {first ? (
        <Room
          projectId={project.id}
          agenda={fitAgenda(review.kind.agenda, Math.max(review.minutes, review.kind.agenda.length))}
          checklist={review.kind.checklist}
          teams={teams}
          meetings={[...new Map(meetings)]}
          gates={gates
            .filter(({ items }) => items.some((item) => item.review?.id === review.kindId))
            .map(({ name }) => name)}
          me={actor.id}
          judges={allowed(seat, 'review.judge')}
          first={first.slotId}
          here={hrefIn(frame, `reviews/${id}/room`)}
        />
      ) : (
        <Nothing>No team takes part in this review yet.</Nothing>
      )}
    </>
  );
}
