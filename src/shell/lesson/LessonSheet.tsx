import { tagColour } from '@/ui/colours';
import { day, plural, shortName } from '@/core/format';
import { Cautions } from '@/ui/sheet/Cautions';
import { TeamTag } from '@/ui/sheet/Sheet';
import { AbsentButton } from '@/areas/plan/ui/AbsentButton';
import type { Lesson, LessonTeam } from './lesson';
import { runSheet } from '@/areas/plan/ui/runSheet';
import { standsAt, stageWords } from '@/areas/plan';

interface Props {
  lesson: Lesson;
  /** The project, where absences can be entered; null where the sheet is only read. */
  projectId: string | null;
}

/** One lesson on one page: the run sheet, what each team does, who is there, cautions. */
export function LessonSheet({ lesson, projectId }: Props) {
  const { teams, others, stages, meeting, hazards, booked, reviews } = lesson;
  const away = [...teams.flatMap((one) => one.members), ...others].filter((one) => one.absent).length;
  return (
    <div className="print-dense flex flex-col gap-4 print:gap-1.5">
      <section aria-label="Run sheet">
        <h2 className="mb-1">Run sheet</h2>
        <table className="!w-auto">
          <tbody>
            {runSheet(meeting).map((step) => (
              <tr key={step.from}>
                <td className="num whitespace-nowrap">
                  {step.from}–{step.to}
                </td>
                <td>{WHAT[step.what](lesson)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
      <section aria-label="Teams">
        <h2 className="mb-1">Teams{away > 0 && `, ${away} away`}</h2>
        <table className="stacked">
          <thead>
            <tr>
              <th>Team</th>
              <th>Does</th>
              <th>Stands</th>
              <th>{projectId ? 'Attendance (press the names of those away)' : 'Members'}</th>
            </tr>
          </thead>
          <tbody>
            {teams.map((one) => (
              <TeamRow key={one.team.id} one={one} lesson={lesson} projectId={projectId} />
            ))}
            {others.length > 0 && (
              <tr>
                <td>no team</td>
                <td />
                <td />
                <td>
                  <Members members={others} day={meeting.date} projectId={projectId} />
                </td>
              </tr>
            )}
          </tbody>
        </table>
      </section>
      {stages.some((stage) => stage.people || stage.room || stage.needs) && (
        <section aria-label="Needed">
          <h2 className="mb-1">Needed</h2>
          <ul>
            {stages.map((stage) => {
              const what = [stage.people, stage.room && `room ${stage.room}`, stage.needs].filter(Boolean).join('; ');
              return what ? (
                <li key={stage.id}>
                  <b>{stage.name}</b>: {what}
                </li>
              ) : null;
            })}
          </ul>
        </section>
      )}
      {reviews.map((review) => (
        <section key={review.id} aria-label={review.name}>
          <h2 className="mb-1">{review.name}</h2>
          <p>{review.turns.join(', ')}</p>
        </section>
      ))}
      {booked.length > 0 && (
        <section aria-label="Machines">
          <h2 className="mb-1">Machines</h2>
          <ul>
            {[...new Set(booked.map((one) => one.machine))].map((machine) => (
              <li key={machine}>
                <b>{machine}</b>:{' '}
                {booked
                  .filter((one) => one.machine === machine)
                  .map((one) => `${one.start} ${one.team}, ${one.minutes} min${one.purpose && ` (${one.purpose})`}`)
                  .join('; ')}
              </li>
            ))}
          </ul>
        </section>
      )}
      <Cautions
        own={stages
          .filter((stage) => stage.cautions)
          .map((stage) => (
            <>
              <b>{stage.name}</b>: {stage.cautions}
            </>
          ))}
        hazards={hazards}
        more="What can’t be supervised doesn’t happen today."
      />
    </div>
  );
}

const WHAT = {
  start: ({ stages }: Lesson) =>
    `See who is here; say what this meeting is for${stages.length ? `: ${stages.map((stage) => stage.name).join(', ')}` : ''}; cautions below`,
  work: () => 'Teams work as listed below',
  close: ({ teams, number }: Lesson) => {
    const due = teams
      .filter((one) => one.pace?.due?.number === number)
      .map((one) => `${one.team.name} (${one.pace!.current!.name})`);
    return `${due.length ? `Hand in: ${due.join(', ')}; then tools` : 'Tools'} back, benches cleared, unfinished work labelled`;
  },
};

function TeamRow({ one, lesson, projectId }: { one: LessonTeam; lesson: Lesson; projectId: string | null }) {
  const { team, pace, members } = one;
  const away = members.filter((member) => member.absent).length;
  return (
    <tr>
      <td className="whitespace-nowrap">
        <TeamTag name={team.name} colour={tagColour(team.colour)} />
      </td>
      <td>
        {pace ? stageWords(pace) : <span className="faint">no plan yet</span>}
        {pace?.current?.handsIn && <span className="block text-sm">to hand in: {pace.current.handsIn}</span>}
        {pace?.due && <Due number={pace.due.number} date={pace.due.date} now={lesson.number} />}
        {pace?.returned.map(({ stage, note }) => (
          <span key={stage.id} className="block text-sm text-brick">
            {stage.name} came back: {note}
          </span>
        ))}
      </td>
      <td className={`whitespace-nowrap ${pace && pace.behind > 0 ? 'text-brick font-semibold' : ''}`}>
        {pace ? standsAt(pace) : ''}
      </td>
      <td>
        <Members members={members} day={lesson.meeting.date} projectId={projectId} />
        {away > 0 && (
          <span className="text-sm text-brick">
            {away} of {plural(members.length, 'member')} away
          </span>
        )}
      </td>
    </tr>
  );
}

function Due({ number, date, now }: { number: number; date: string; now: number }) {
  const words =
    number < now
      ? `was due by meeting ${number}, ${day(date)}`
      : number === now
        ? 'due in this meeting'
        : `due by meeting ${number}, ${day(date)}`;
  return <span className={`block text-sm ${number <= now ? 'text-brick font-semibold' : 'faint'}`}>{words}</span>;
}

function Members({
  members,
  day,
  projectId,
}: {
  members: LessonTeam['members'];
  day: string;
  projectId: string | null;
}) {
  if (members.length === 0) return <span className="faint">nobody</span>;
  return (
    <span className="inline-flex flex-wrap gap-1.5">
      {members.map(({ id, name, absent }) =>
        projectId ? (
          <AbsentButton
            key={id}
            projectId={projectId}
            accountId={id}
            day={day}
            absent={absent}
            name={shortName(name)}
          />
        ) : (
          <span key={id} className={absent ? 'line-through text-faint' : ''}>
            {shortName(name)}
            {absent && <span className="sr-only"> (away)</span>}
          </span>
        ),
      )}
    </span>
  );
}
