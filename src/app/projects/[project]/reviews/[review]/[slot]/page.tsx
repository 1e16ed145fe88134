import { Link } from '@/ui/Link';
import { CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ActButton } from '@/ui/forms/ActButton';
import { PrintButton } from '@/ui/PrintButton';
import { allowed, seesAll } from '@/server/access';
import { momentHere } from '@/server/clock';
import { ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { hrefIn, listStudents } from '@/areas/course';
import { freezePacket } from '@/areas/reviews/write/actions';
import { openSlot } from '@/app/projects/[project]/reviews/[review]/[slot]/openSlot';
import { PacketView } from '@/areas/reviews/ui/PacketView';
import { SlotViews } from '@/areas/reviews/ui/SlotViews';
import { TeamPartForm } from '@/areas/reviews/ui/TeamPartForm';
import { teamPartForm, gatherPacket, listPackets, packetBefore } from '@/areas/reviews';
import { moment, shortName, weekday, withQuery } from '@/core/format';
import { pool } from '@/db/connection';

export default async function PacketPage(props: SheetProps<{ review: string; slot: string }>) {
  const { frame, review, slot, team, at, hrefOf } = await openSlot(
    pool(),
    '/projects/[project]/reviews/[review]/[slot]',
    props,
  );
  const { seat } = frame;
  const { project } = seat;
  const writes = allowed(seat, 'packet.write', { teamId: team.id });
  const [packets, students] = await Promise.all([
    listPackets(pool(), project.id, team.id),
    listStudents(pool(), project.id),
  ]);
  const own = packets.filter((one) => one.slotId === slot.id);
  const wanted = (await props.searchParams).packet;
  const live = wanted === 'now' || own.length === 0;
  const frozen = live ? null : (own.find((one) => String(one.number) === wanted) ?? own.at(-1)!);
  const on = at && { date: at.date, start: at.start };
  const packet = frozen?.content ?? (await gatherPacket(pool(), { project, now: frame.now, review, slot, on }));
  const before = packetBefore(packets, slot.id, frozen?.frozenAt ?? null);
  const moved = frozen && on && frozen.content.on && frozen.content.on.date !== on.date;
  const names = new Map(students.map(({ accountId, name }) => [accountId, shortName(name)]));
  const place = { projectId: project.id, slotId: slot.id };
  return (
    <ProjectFrame
      shows={['bench', 'builds', 'gates', 'plan', 'requirements', 'reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews"
      views={reviewViews(seat.role)}
      title={`${team.name}: ${review.name}`}
      byTeam={false}
      about={[
        at ? `${weekday(at.date)} ${at.start}` : 'no time left for it in the plan',
        frozen
          ? `packet ${frozen.number}, frozen ${moment(momentHere(project, new Date(frozen.frozenAt)))} by ${shortName(frozen.frozenBy)}`
          : 'as it stands now, not frozen',
      ].join(' · ')}
      actions={
        <>
          <Link className="btn" href={hrefIn(frame, `reviews/${review.id}`)}>
            Running order
          </Link>
          {writes && slot.endedAt === null && (
            <SidePanel
              id="answers"
              label={slot.answers.some(({ text }) => text) ? 'Change answers' : 'Answer the questions'}
              icon={CHANGE}
              title={`Questions to ${team.name}`}
            >
              <TeamPartForm
                key={slot.version}
                {...place}
                version={slot.version}
                values={teamPartForm(review, slot)}
                most={review.kind.remarks}
              />
            </SidePanel>
          )}
          {writes && slot.endedAt === null && (
            <ActButton
              act={freezePacket}
              input={{ ...place, version: slot.version }}
              done="The packet is frozen as it is now."
              className={own.length === 0 ? 'btn btn-go' : 'btn'}
              then={hrefOf('')}
            >
              {own.length === 0 ? 'Freeze packet' : 'Freeze again'}
            </ActButton>
          )}
          <PrintButton>Print packet</PrintButton>
        </>
      }
    >
      <SlotViews hrefOf={hrefOf} at="packet" unveiling={review.kind.purpose === 'unveiling'} />
      {moved && (
        <p className="callout mb-3" style={{ '--tone': 'var(--ochre)' } as React.CSSProperties}>
          The review was moved from {weekday(frozen.content.on!.date)} to {weekday(on.date)} after this packet was
          frozen. Freeze it again, to bring in what was done since.
        </p>
      )}
      {own.length > 0 && (
        <p className="no-print mb-3 flex flex-wrap gap-x-4">
          {own.map((one) => (
            <Link
              key={one.id}
              href={withQuery(hrefOf(''), { packet: one.number })}
              aria-current={one === frozen ? 'page' : undefined}
              className="aria-[current]:font-semibold"
            >
              Packet {one.number}
            </Link>
          ))}
          <Link
            href={withQuery(hrefOf(''), { packet: 'now' })}
            aria-current={live ? 'page' : undefined}
            className="aria-[current]:font-semibold"
          >
            As it stands now
          </Link>
        </p>
      )}
      {before && (
        <p className="faint mb-3">
          Marked is what is new or changed since the packet of {weekday(before.content.asOf.slice(0, 10))}.
        </p>
      )}
      <PacketView
        packet={packet}
        before={before?.content ?? null}
        nameOf={(id) => names.get(id) ?? null}
        href={(kind, id, code) =>
          kind === 'requirement'
            ? `${hrefIn(frame, 'requirements')}#${code}`
            : seesAll(seat) || team.id === seat.teamId
              ? hrefIn(frame, `builds/${id}`)
              : null
        }
      />
      {packet.checklist.length > 0 && (
        <section className="mt-4" aria-label="Checklist of the panel">
          <h2 className="mb-1">The panel looks at</h2>
          <ul>
            {packet.checklist.map((point) => (
              <li key={point}>
                <span aria-hidden className="inline-block size-3 border border-ink mr-2 align-middle" />
                {point}
              </li>
            ))}
          </ul>
        </section>
      )}
    </ProjectFrame>
  );
}
