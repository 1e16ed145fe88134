import { openSheet, reviewViews, type SheetProps, ProjectFrame } from '@/shell/frame';
import { plural } from '@/core/format';
import { pool } from '@/db/connection';
import { readRoomPage } from '@/areas/reviews/read/pages/room';
import { RoomView } from '@/areas/reviews/ui/pages/RoomView';

export default async function RoomPage(props: SheetProps<{ review: string }>) {
  const frame = await openSheet('/projects/[project]/reviews/[review]/room', props);
  const { review: id } = await props.params;
  const wanted = (await props.searchParams).slot;
  const found = await readRoomPage(pool(), frame, { id, wanted });
  const { review, section } = found;
  const { seat } = frame;
  const { role } = seat;
  return (
    <ProjectFrame
      shows={['gates', 'plan', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(role)}
      title={`Room: ${review.name}`}
      byTeam={false}
      about={`section ${section?.name ?? ''} · ${plural(review.slots.length, 'team')}, ${review.minutes} min each`}
    >
      <RoomView {...found} frame={frame} id={id} />
    </ProjectFrame>
  );
}
