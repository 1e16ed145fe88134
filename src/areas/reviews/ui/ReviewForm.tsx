'use client';

import { planReview } from '@/core/reviews/planReview';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { saveReview } from '@/areas/reviews/write/planActions';
import type { Offers } from '@/areas/reviews/shared/offers';
import { reviewSchema } from '@/areas/reviews/records/reviews';
import { fitWords, wayWords } from '@/areas/reviews/shared/words';

const { Check, Choice, Decimal, Rows, Several, Text, useValue } = fieldsOf(reviewSchema);

/** A review: its kind, in which class meetings, how long each team has, in which order, who sits on the panel. */
export function ReviewForm({ projectId, id, version, values, offers }: Editing & { offers: Offers }) {
  return (
    <RecordForm
      id={`review-${id ?? `new-${projectId}`}`}
      schema={reviewSchema}
      values={values}
      fixed={{ projectId, id, version, sectionId: offers.sectionId }}
      submit={saveReview}
      label={id ? 'Save review' : 'Plan review'}
      then={(result) => `/projects/${projectId}/reviews/${String(result.id)}`}
      names={{ name: 'Name', meetings: 'Class meetings', minutes: 'Minutes each', teams: 'Teams', ordered: 'Order' }}
    >
      <div className="flex flex-wrap gap-3">
        <Choice name="kind" label="Kind" options={offers.kinds} className="min-w-52" />
        <Text name="name" label="Name" className="min-w-52 grow" hint="like Mid-project review, week 5" />
      </div>
      <Several name="meetings" label={`Class meetings of section ${offers.sectionName}`} options={offers.meetings} />
      <div className="flex flex-wrap gap-3">
        <Decimal name="minutes" label="A team has" unit="min" className="w-28" />
        <Decimal name="changeover" label="Changeover" unit="min" className="w-28" />
        <Decimal name="opening" label="Before the first" unit="min" className="w-32" />
        <Decimal name="panels" label="Panels at once" className="w-32" />
      </div>
      <Fit lengths={offers.lengths} />
      <Choice
        name="ordered"
        label="Order"
        className="w-72"
        hint="For a draw the list is frozen when the review is planned; the seed is announced afterwards."
        options={[
          ['given', 'as the teams stand here'],
          ['behind', 'furthest behind first'],
          ['drawn', 'drawn, by a seed announced later'],
        ]}
      />
      <Rows name="teams" label="Teams" add="Add a team" empty={{ id: offers.teams[0]?.[0] ?? '' }} inOrder>
        {(path) => <Choice name={`${path}.id`} label="Team" options={offers.teams} className="w-44" />}
      </Rows>
      <Choice
        name="peers"
        label="Peers"
        className="w-72"
        options={[
          ['none', 'write no reviews'],
          ['assigned', 'each team reviews one other'],
          ['everybody', 'everybody may review every other team'],
        ]}
      />
      <Check name="clientSits" label="The client sits on the panel, by the client’s link" />
      <div className="flex flex-wrap gap-3">
        <Choice
          name="stageId"
          label="Stage of the plan"
          options={[['', 'none'], ...offers.stages]}
          className="min-w-52"
          hint="It stands with this stage in the schedule."
        />
        <Text
          name="asksAgainOn"
          label="Ask the client again from"
          type="date"
          hint="After an unveiling: how it holds in use."
        />
      </div>
    </RecordForm>
  );
}

/** Whether what is typed fits, while it is typed. */
function Fit({ lengths }: { lengths: Readonly<Record<string, number>> }) {
  const [meetings, teams, minutes, changeover, opening, panels] = useValue([
    'meetings',
    'teams',
    'minutes',
    'changeover',
    'opening',
    'panels',
  ]) as [string[], { id: string }[], string, string, string, string];
  const chosen = [meetings ?? []]
    .flat()
    .filter((key) => key in lengths)
    .sort();
  const [each, change, open, at] = [minutes, changeover, opening, panels].map(Number) as [
    number,
    number,
    number,
    number,
  ];
  if (chosen.length === 0 || !teams?.length || ![each, change, open, at].every(Number.isInteger) || each < 2 || at < 1)
    return null;
  const plan = planReview({
    teams: teams.map((_, i) => String(i)),
    meetings: chosen.map((key) => ({ date: key.slice(0, 10), start: key.slice(11), minutes: lengths[key]! })),
    minutes: each,
    changeover: Math.max(0, change),
    opening: Math.max(0, open),
    panels: at,
  });
  return (
    <div
      className="callout"
      aria-live="polite"
      style={{ '--tone': plan.fits ? 'var(--moss)' : 'var(--brick)' } as React.CSSProperties}
    >
      <p className="font-medium">{fitWords(plan, chosen.length)}</p>
      {plan.ways.length > 0 && (
        <p>
          One of these would do:{' '}
          {plan.ways.map((way) => wayWords(way, { minutes: each, meetings: chosen, panels: at })).join('; ')}.
        </p>
      )}
    </div>
  );
}
