import { Nothing } from '@/ui/sheet/Sheet';
import { ruleWords } from '@/areas/standings/ui/awards/words';
import { plural, moment } from '@/core/format';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeAward } from '@/areas/standings/write/awards/actions';
import { AwardForm } from '@/areas/standings/ui/awards/AwardForm';
import { awardForm, newAward } from '@/areas/standings/read/awards/toForm';
import { ShownLinks } from '@/areas/standings/ui/awards/ShownLinks';
import { momentHere } from '@/server/clock';
import { LinkPanel } from '@/areas/course/ui/LinkPanel';
import { endOfLink, hrefIn, type Place } from '@/areas/course';
import { SidePanel } from '@/ui/kit/SidePanel';
import { ADD } from '@/ui/kit/icons';
import { Link } from '@/ui/Link';
import type { readAwardsPage } from '@/areas/standings/read/pages/awards';

type Props = Awaited<ReturnType<typeof readAwardsPage>> & { frame: Place };

/** The content of the page “Awards”. */
export function AwardsView({ leads, day, awards, shown, links, names, offers, place, frame }: Props) {
  const { seat } = frame;
  const { project } = seat;
  const teamName = (id: string) => day.teams.find((one) => one.id === id)?.name ?? 'a team that left';
  const nameOf = (id: string) => names.get(id) ?? 'something that is gone';
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function AwardsActions({ leads, awards, offers, place, frame }: Props) {
  const { seat } = frame;
  const { project } = seat;

  return (
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
  );
}
