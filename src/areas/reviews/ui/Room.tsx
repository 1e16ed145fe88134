'use client';

import { useState } from 'react';
import type { AgendaItem } from '@/core/reviews/agenda';
import { ActButton } from '@/ui/forms/ActButton';
import type { Options } from '@/ui/forms/fields';
import { SidePanel } from '@/ui/kit/SidePanel';
import { useEntry } from '@/ui/outbox/Entering';
import { Waiting } from '@/ui/outbox/Waiting';
import { shortName, weekday } from '@/core/format';
import type { About } from '@/areas/reviews/read/packet';
import type { Finding, ReviewAction, ReviewNote } from '@/areas/reviews/read/reviews';
import type { ReviewVerdict } from '@/core/gates';
import { AgendaClock } from './AgendaClock';
import { beginReview, endReview, mergeFindings, releaseFindings, withdrawVerdict } from '@/areas/reviews/write/actions';
import { MergeForm } from './MergeForm';
import { RoomNoteForm } from './RoomNoteForm';
import { VerdictForm } from './VerdictForm';
import { FINDING_TONE, FINDING_WORD, REVIEW_VERDICT, VERDICT_TONE } from '@/areas/reviews/shared/words';

/** A team as the room shows it. */
export interface RoomTeam {
  slotId: string;
  name: string;
  /** "Mon 26 Oct 10:10", or '' for no time. */
  at: string;
  today: boolean;
  state: 'on' | 'held' | 'planned';
  /** ms since it began. */
  elapsed: number | null;
  verdict: ReviewVerdict | null;
  reason: string;
  released: boolean;
  version: number;
  packetHref: string;
  packet: string;
  readiness: string;
  abouts: About[];
  members: Options;
  findings: Pick<
    Finding,
    'id' | 'slotId' | 'kind' | 'text' | 'about' | 'aboutGone' | 'authorId' | 'author' | 'also' | 'version'
  >[];
  /** Two of them that say nearly the same, the earlier first; none where no two do. */
  alike: string[];
  notes: ReviewNote[];
  actions: ReviewAction[];
}
interface Props {
  projectId: string;
  agenda: AgendaItem[];
  checklist: string[];
  teams: RoomTeam[];
  meetings: Options;
  /** Names of the gates that ask for this review. */
  gates: string[];
  me: string;
  /** Whoever leads gives the verdict and releases what was found. */
  judges: boolean;
  first: string;
  here: string;
}

/** The room of a review: one team after another with its clock, and what the panel notes, from several phones at once. */
export function Room({ teams, first, ...props }: Props) {
  const [at, setAt] = useState(first);
  const index = Math.max(
    0,
    teams.findIndex(({ slotId }) => slotId === at),
  );
  const team = teams[index]!;
  const go = (to: number) => setAt(teams[Math.min(teams.length - 1, Math.max(0, to))]!.slotId);
  return (
    <div className="grid grid-cols-1 lg:grid-cols-[1fr_300px] gap-x-8 gap-y-4">
      <section aria-label={team.name} className="min-w-0">
        <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
          <h2 className="!text-3xl !normal-case !tracking-normal !text-ink">{team.name}</h2>
          <span className="faint">{team.at || 'no time left in the plan'}</span>
          <a href={team.packetHref} className="underline">
            {team.packet}
          </a>
        </div>
        <p className="mb-2">{team.readiness}</p>
        <Acts team={team} {...props} />
        <div className="my-3">
          <RoomNoteForm
            key={team.slotId}
            projectId={props.projectId}
            slotId={team.slotId}
            team={team.name}
            abouts={team.abouts}
            members={team.members}
            meetings={props.meetings}
            here={props.here}
          />
        </div>
        <Waiting path="/api/v1/review-notes" />
        <Noted team={team} projectId={props.projectId} me={props.me} here={props.here} />
      </section>
      <aside className="flex flex-col gap-4 max-lg:order-first">
        <AgendaClock key={`${team.slotId} ${team.elapsed}`} agenda={props.agenda} elapsed={team.elapsed} />
        <nav aria-label="Running order" className="max-lg:order-first">
          <div className="lg:hidden flex gap-2">
            <button type="button" className="btn" onClick={() => go(index - 1)} disabled={index === 0}>
              ← {teams[index - 1]?.name ?? 'Back'}
            </button>
            <button
              type="button"
              className="btn ml-auto"
              onClick={() => go(index + 1)}
              disabled={index === teams.length - 1}
            >
              {teams[index + 1]?.name ?? 'Next'} →
            </button>
          </div>
          <ol className="max-lg:hidden">
            {teams.map((one) => (
              <li key={one.slotId}>
                <button
                  type="button"
                  className="w-full text-left flex gap-2 py-1 px-1 border-b border-hair cursor-pointer aria-[current]:bg-tint"
                  aria-current={one === team ? 'step' : undefined}
                  onClick={() => setAt(one.slotId)}
                >
                  <b className="font-medium w-20">{one.name}</b>
                  <span className="grow faint">{one.at}</span>
                  <span>
                    {one.state === 'on' ? (
                      <b className="text-iron">on now</b>
                    ) : one.verdict ? (
                      <span className={VERDICT_TONE[one.verdict]}>{one.verdict}</span>
                    ) : (
                      one.state === 'held' && 'held'
                    )}
                  </span>
                </button>
              </li>
            ))}
          </ol>
        </nav>
        {props.checklist.length > 0 && (
          <section className="max-lg:hidden">
            <h3 className="mb-1">The panel looks at</h3>
            <ul className="text-sm">
              {props.checklist.map((point) => (
                <li key={point}>– {point}</li>
              ))}
            </ul>
          </section>
        )}
      </aside>
    </div>
  );
}

function Acts({ team, projectId, judges, gates, meetings }: { team: RoomTeam } & Omit<Props, 'teams' | 'first'>) {
  const place = { projectId, slotId: team.slotId, version: team.version };
  return (
    <div className="flex flex-wrap items-center gap-2">
      {team.state === 'on' ? (
        <ActButton act={endReview} input={place} done={`${team.name} is through.`}>
          End {team.name}
        </ActButton>
      ) : (
        <ActButton
          act={beginReview}
          input={place}
          done={`${team.name} is on; its packet is frozen.`}
          className={team.state === 'planned' ? 'btn btn-go' : 'btn'}
        >
          {team.state === 'planned' ? `Start ${team.name}` : 'Go on with it'}
        </ActButton>
      )}
      {team.verdict && (
        <span className="font-semibold">
          Verdict: <span className={VERDICT_TONE[team.verdict]}>{REVIEW_VERDICT[team.verdict]}</span>
        </span>
      )}
      {judges && team.state !== 'planned' && (
        <SidePanel
          id={`verdict-${team.slotId.slice(0, 8)}`}
          label={team.verdict ? 'Change verdict' : 'Verdict'}
          of={team.name}
          title={`Verdict on ${team.name}`}
        >
          <VerdictForm
            key={team.version}
            {...place}
            verdict={team.verdict ?? ''}
            reason={team.reason}
            members={team.members}
            meetings={meetings}
            conditions={team.actions
              .filter(({ condition, done }) => condition && !done)
              .map(({ what, ownerId, dueOn }) => ({ what, ownerId: ownerId ?? '', dueOn: dueOn ?? '' }))}
            gates={gates}
          />
        </SidePanel>
      )}
      {judges && team.verdict && (
        <ActButton
          act={withdrawVerdict}
          input={place}
          done="The verdict is withdrawn."
          confirm={`Withdraw the verdict on ${team.name}? Its open conditions are dropped.`}
          className="btn-text"
        >
          withdraw verdict
        </ActButton>
      )}
      {judges && team.state !== 'planned' && (
        <ActButton
          act={releaseFindings}
          input={{ ...place, released: !team.released }}
          done={team.released ? 'Hidden from the team again.' : `${team.name} reads the minutes now.`}
        >
          {team.released ? 'Hide from the team' : 'Release to the team'}
        </ActButton>
      )}
    </div>
  );
}

function Noted({ team, projectId, me, here }: { team: RoomTeam; projectId: string; me: string; here: string }) {
  const standing = team.findings;
  const [one, same] = team.alike.map((id) => standing.find((finding) => finding.id === id));
  return (
    <>
      {one && same && (
        <p className="callout mt-3 flex flex-wrap items-baseline gap-x-3">
          <span>
            “{same.text}” and “{one.text}” say nearly the same.
          </span>
          <ActButton
            act={mergeFindings}
            input={{ projectId, id: same.id, intoId: one.id }}
            done="Merged. Both are named."
            className="btn-text"
          >
            merge these two
          </ActButton>
        </p>
      )}
      <h3 className="mt-4 mb-1">Noted for {team.name}</h3>
      {standing.length + team.notes.length + team.actions.length === 0 && (
        <p className="faint">Nothing yet. Everybody on the panel can note at once, also without a line.</p>
      )}
      <ul>
        {standing.map((one) => (
          <li key={one.id} className="py-1.5 border-b border-hair">
            <b className={FINDING_TONE[one.kind]}>{FINDING_WORD[one.kind]}</b> {one.text}
            <span className="block text-sm faint">
              {one.about && `${one.about}${one.aboutGone ? ' (removed since)' : ''} · `}
              {[one.author, ...one.also].join(' and ')}{' '}
              <Withdraw
                projectId={projectId}
                note={{ ...one, mine: one.authorId === me && one.also.length === 0 }}
                here={here}
              />
              {standing.length > 1 && (
                <SidePanel
                  id={`merge-${one.id.slice(0, 8)}`}
                  label="merge"
                  of={one.text.slice(0, 40)}
                  title="Merge this finding"
                  className="btn-text"
                >
                  <p className="mb-2">“{one.text}”</p>
                  <MergeForm
                    projectId={projectId}
                    id={one.id}
                    others={standing.filter((other) => other !== one).map(({ id, text }) => [id, text] as const)}
                  />
                </SidePanel>
              )}
            </span>
          </li>
        ))}
        {team.notes.map((one) => (
          <li key={one.id} className="py-1.5 border-b border-hair">
            <b>{one.kind === 'decision' ? 'decided' : 'open question'}</b> {one.text}
            <span className="block text-sm faint">
              {one.author} <Withdraw projectId={projectId} note={{ ...one, mine: one.authorId === me }} here={here} />
            </span>
          </li>
        ))}
        {team.actions.map((one) => (
          <li key={one.id} className="py-1.5 border-b border-hair">
            <b>{one.condition ? 'condition' : 'action'}</b>{' '}
            <span className={one.done ? 'line-through text-faint' : ''}>
              {one.what}: {one.owner && shortName(one.owner)}
              {one.dueOn && `, by ${weekday(one.dueOn)}`}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

function Withdraw({
  projectId,
  note,
  here,
}: {
  projectId: string;
  note: { id: string; slotId: string; kind: string; text: string; version: number; mine: boolean };
  here: string;
}) {
  const enter = useEntry();
  const { id, slotId, kind, text, version, mine } = note;
  if (!mine) return null;
  return (
    <ActButton
      act={(input) =>
        enter({
          path: '/api/v1/review-notes',
          title: `Withdrawn: ${text.slice(0, 60)}`,
          body: input,
          objectId: id,
          href: here,
        })
      }
      input={{ projectId, id, slotId, kind, text, version, withdraw: true }}
      done="Withdrawn."
      className="btn-text"
      of={text.slice(0, 40)}
    >
      withdraw
    </ActButton>
  );
}
