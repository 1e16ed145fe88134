import { ADD } from '@/ui/kit/icons';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { SidePanel } from '@/ui/kit/SidePanel';
import { Link } from '@/ui/Link';
import { eventViews, openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn, endOfLink, listLinks } from '@/areas/course';
import { removeAward } from '@/areas/standings/write/awards/actions';
import { AwardForm } from '@/areas/standings/ui/awards/AwardForm';
import { ShownLinks } from '@/areas/standings/ui/awards/ShownLinks';
import { awardForm, newAward, loadAwards, listShownResults } from '@/areas/standings';
import { ruleWords } from '@/areas/standings/ui/awards/words';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { loadDay } from '@/areas/event';
import { listEvents } from '@/areas/bench';
import { listRubrics } from '@/areas/grades';
import { Nothing } from '@/ui/sheet/Sheet';
import { allowed } from '@/server/access';
import { momentHere, momentOfEntry } from '@/server/clock';
import { moment, plural } from '@/core/format';
import { pool } from '@/db/connection';

export default async function AwardsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/event/awards', props);
  const { seat } = frame;
  const { project } = seat;
  const leads = allowed(seat, 'event.write');
  const day = await loadDay(pool(), project, momentOfEntry(project, frame.now, 0).getTime());
  const [awards, events, rubrics, shown, links] = await Promise.all([
    loadAwards(pool(), project, day.contests),
    listEvents(pool(), project.id),
    listRubrics(pool(), project.id),
    listShownResults(pool(), project.id),
    leads ? listLinks(pool(), project.id, 'audience') : [],
  ]);
  const teamName = (id: string) => day.teams.find((one) => one.id === id)?.name ?? 'a team that left';
  const names = new Map<string, string>([
    ...events.map(({ id, name }) => [id, name] as const),
    ...rubrics.map(({ id, name }) => [id, name] as const),
    ...day.contests.map(({ contest }) => [contest.id, contest.name] as const),
  ]);
  const nameOf = (id: string) => names.get(id) ?? 'something that is gone';
  const offers = {
    events: events.map(({ id, name }) => [id, name] as const),
    contests: day.contests
      .filter(({ contest }) => contest.format !== 'lanes')
      .map(({ contest }) => [contest.id, contest.name] as const),
    rubrics: rubrics.map(({ id, name }) => [id, name] as const),
    teams: day.teams.map(({ id, name }) => [id, name] as const),
  };
  const place = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['bench', 'event', 'grades', 'standings']}
      frame={frame}
      sheet="event"
      name="Event"
      view="event/awards"
      views={eventViews(seat.role)}
      title="Awards"
      byTeam={false}
      about={awards.length > 0 ? plural(awards.length, 'award') : undefined}
      actions={
        <>
          {leads && (
            <SidePanel
              id="new"
              label="Add award"
              icon={ADD}
              title="New award"
              className={awards.length === 0 ? 'btn btn-go' : 'btn'}
            >
              <AwardForm
                key={awards.length}
                {...place}
                id={null}
                version={null}
                values={newAward(awards.length + 1)}
                {...offers}
              />
            </SidePanel>
          )}
          {leads && (
            <a className="btn" href={`/projects/${project.id}/export/contests.csv`}>
              Results sheet as CSV
            </a>
          )}
          {awards.length > 0 && (
            <Link className="btn" href={hrefIn(frame, 'event/awards/certificates')}>
              Certificates
            </Link>
          )}
        </>
      }
    >
      {awards.length === 0 ? (
        <Nothing>
          An award has a rule: a place, the best improvement, the closest prediction, the most points in a rubric, the
          votes of the audience, or your own choice. Who gets it is worked out from the record, with the reason to read
          aloud.
        </Nothing>
      ) : (
        <>
          <p className="faint mb-2">In the order of the ceremony: the first award of the list is handed over last.</p>
          <ol className="max-w-4xl" aria-label="Awards">
            {awards.toReversed().map(({ award, winners, lacks }) => (
              <li
                key={award.id}
                className="grid grid-cols-[1fr_auto] gap-x-4 py-2.5 border-b border-rule break-inside-avoid"
              >
                <div>
                  <h2 className="!normal-case !tracking-normal !text-lg">{award.name}</h2>
                  <p className="text-sm faint">{ruleWords(award.rule, nameOf)}</p>
                  {winners.map(({ teamId, because }) => (
                    <p key={teamId} className="text-xl font-semibold">
                      {teamName(teamId)} <span className="text-base font-normal">{because}</span>
                    </p>
                  ))}
                  {winners.length > 1 && (
                    <p className="text-sm text-ochre">Shared: {plural(winners.length, 'team')} are level.</p>
                  )}
                  {lacks && <p className="text-ochre">Open: {lacks}.</p>}
                  {award.trophy && <p className="text-sm">Trophy: {award.trophy}</p>}
                </div>
                {leads && (
                  <ChangeAndRemove
                    id={`award-${award.id}`}
                    name={award.name}
                    title={award.name}
                    remove={{
                      act: removeAward,
                      input: { ...place, id: award.id },
                      done: `${award.name} is removed.`,
                      confirm: `Remove ${award.name}?`,
                      undo: true,
                    }}
                  >
                    <AwardForm
                      key={award.version}
                      {...place}
                      id={award.id}
                      version={award.version}
                      values={awardForm({ ...award })}
                      {...offers}
                    />
                  </ChangeAndRemove>
                )}
              </li>
            ))}
          </ol>
        </>
      )}
      {leads && (
        <ShownLinks
          {...place}
          shown={shown.map(({ id, shownAt, shownBy, endedAt }) => ({
            id,
            shownBy,
            at: moment(momentHere(project, shownAt)),
            ended: endedAt !== null,
          }))}
        />
      )}
      {leads && <LinkPanel {...place} purpose="audience" links={links} endsOn={endOfLink(project.eventDate)} />}
    </ProjectFrame>
  );
}
