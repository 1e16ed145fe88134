'use client';

import { whoDid } from '@/core/names';
import type { Played } from '@/core/tournament/play';
import type { Contest, Protest } from '@/areas/event/read/contests';
import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { SidePanel } from '@/ui/kit/SidePanel';
import { clockOf, namesOf, type DeskTeam } from '@/areas/event/shared/contests/atDesk';
import { raiseProtest, ruleProtest } from '@/areas/event/write/contests/actions';
import { protestSchema, rulingSchema } from '@/areas/event/records/contests';

const Raise = fieldsOf(protestSchema);
const Rule = fieldsOf(rulingSchema);

interface Props {
  projectId: string;
  contest: Contest;
  protests: readonly Protest[];
  played: Played;
  teams: readonly DeskTeam[];
  /** The teams that whoever looks can raise a protest for. */
  raises: readonly string[];
  rules: boolean;
  zone: string;
}

/** Protests with their rulings, which stay visible, and a form to raise one. */
export function Protests({ projectId, contest, protests, played, teams, raises, rules, zone }: Props) {
  const nameOf = namesOf(teams);
  const done = played.matches.filter(({ state, walkover }) => state === 'done' && !walkover);
  const open = done.filter(({ a, b }) => raises.includes(a!) || raises.includes(b!)).reverse();
  if (protests.length === 0 && open.length === 0) return null;
  return (
    <section aria-label="Protests" className="mt-4">
      <h2>Protests</h2>
      <p className="faint text-sm">
        {contest.protestMinutes > 0
          ? `A team protests within ${contest.protestMinutes} min of a result of its own match.`
          : 'A team can protest against a result of its own match.'}
      </p>
      <ul>
        {protests.map((one) => (
          <li key={one.id} className="py-1.5 border-b border-hair max-w-3xl">
            <p>
              <b>
                {nameOf(one.teamId)}, {one.match}
              </b>{' '}
              <span className="faint">{clockOf(new Date(one.madeAt).getTime(), zone)}</span>: {one.what}
            </p>
            {one.upheld === null ? (
              <p className="text-ochre">Not ruled on yet.</p>
            ) : (
              <p>
                <b className={one.upheld ? 'text-moss' : ''}>{one.upheld ? 'Upheld' : 'Rejected'}</b> by{' '}
                {whoDid(one.ruledBy ?? '')}: {one.ruling}
              </p>
            )}
            {rules && one.upheld === null && (
              <SidePanel
                id={`rule-${one.id}`}
                label="Rule on it"
                title={`Protest of ${nameOf(one.teamId)}`}
                className="btn"
              >
                <RecordForm
                  id={`ruling-${one.id}`}
                  schema={rulingSchema}
                  values={{ upheld: '' as never, ruling: '' }}
                  fixed={{ projectId, id: one.id }}
                  submit={ruleProtest}
                  label="Save ruling"
                  saved="The ruling is saved."
                >
                  <p>{one.what}</p>
                  <Rule.Choice
                    name="upheld"
                    label="Ruling"
                    options={[
                      ['', 'choose …'],
                      ['yes', 'upheld'],
                      ['no', 'rejected'],
                    ]}
                  />
                  <Rule.Area name="ruling" label="Reason, which everybody reads" />
                </RecordForm>
              </SidePanel>
            )}
          </li>
        ))}
      </ul>
      {open.length > 0 && (
        <SidePanel id="protest" label="Raise a protest" title="Protest" className="btn-text">
          <RecordForm
            key={protests.length}
            id={`protest-${contest.id}`}
            schema={protestSchema}
            values={{
              match: open[0]!.id,
              teamId: raises.find((id) => id === open[0]!.a || id === open[0]!.b) ?? '',
              what: '',
            }}
            fixed={{ projectId, contestId: contest.id }}
            submit={raiseProtest}
            label="Raise protest"
            saved="The protest is raised."
          >
            <Raise.Choice
              name="match"
              label="Match"
              options={open.map(({ id, a, b }) => [id, `${id}: ${nameOf(a)} – ${nameOf(b)}`] as const)}
            />
            <Raise.Choice
              name="teamId"
              label="Team that protests"
              options={raises.map((id) => [id, nameOf(id)] as const)}
            />
            <Raise.Area name="what" label="What it is about" />
          </RecordForm>
        </SidePanel>
      )}
    </section>
  );
}
