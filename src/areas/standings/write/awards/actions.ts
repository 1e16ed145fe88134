'use server';

import { json } from '@/db/connection';
import { loadAwards } from '@/areas/standings/read/awards/winners';
import type { AwardRule } from '@/areas/standings/read/awards';
import { shownContent } from '@/areas/standings/read/awards/shown';
import { listEvents, listAttempts, listQuantities } from '@/areas/bench';
import { ofTeam, listTeams } from '@/areas/course';
import { loadDay } from '@/areas/event';
import { loadStandings } from '@/areas/standings/read/standings';
import { FieldError } from '@/server/outcome';
import { publicOrigin } from '@/server/origin';
import { action, momentOf } from '@/server/perform';
import { removeRow, saveRow } from '@/server/saveRow';
import { newToken, tokenHash } from '@/server/secrets';
import { read, readAmount } from '@/ui/forms/schema';
import {
  awardIdSchema,
  awardSchema,
  predictionSchema,
  shownIdSchema,
  showSchema,
} from '@/areas/standings/records/awards';
import { awardForm } from '@/areas/standings/read/awards/toForm';

/** An award and the rule by which it is found. */
export const saveAward = action('saveAward', awardSchema, async (work, { id, version, ...input }) => {
  const rule = ruleOf(input);
  const [known] = await work.tx<[{ there: boolean }]>`
    select (${input.eventId ?? null}::uuid is null or exists (select from event where id = ${input.eventId ?? null} and project_id = ${work.projectId}))
      and (${input.contestId ?? null}::uuid is null or exists (select from contest where id = ${input.contestId ?? null} and project_id = ${work.projectId}))
      and (${input.rubricId ?? null}::uuid is null or exists (select from rubric where id = ${input.rubricId ?? null} and project_id = ${work.projectId}))
      and (${input.teamId ?? null}::uuid is null or exists (select from team where id = ${input.teamId ?? null} and project_id = ${work.projectId})) as there`;
  if (!known.there) throw new FieldError('of', 'What it rests on is not part of the project any more.');
  const { name, position, trophy } = input;
  const values = { name, position: read(position), rule: json(work.tx, rule), trophy };
  return { id: await saveRow(work, 'award', { id, version }, values, awardForm) };
});

/** @throws FieldError at what is missing */
function ruleOf(input: {
  of: AwardRule['of'];
  place: string;
  eventId?: string | null;
  contestId?: string | null;
  rubricId?: string | null;
  teamId?: string | null;
  why: string;
}): AwardRule {
  const need = <T extends 'eventId' | 'contestId' | 'rubricId' | 'teamId'>(field: T, what: string): string => {
    if (!input[field]) throw new FieldError(field, `Choose the ${what}.`);
    return input[field];
  };
  const place = () => {
    if (!input.place) throw new FieldError('place', 'Enter the place.');
    return read(input.place);
  };
  switch (input.of) {
    case 'standings':
      return { of: 'standings', place: place() };
    case 'event':
      return { of: 'event', eventId: need('eventId', 'event'), place: place() };
    case 'contest':
      return { of: 'contest', contestId: need('contestId', 'contest'), place: place() };
    case 'rubric':
      return { of: 'rubric', rubricId: need('rubricId', 'rubric') };
    case 'improvement':
      return { of: 'improvement', eventId: need('eventId', 'event') };
    case 'prediction':
      return { of: 'prediction', eventId: need('eventId', 'event') };
    case 'audience':
      return { of: 'audience' };
    case 'hand': {
      if (!input.why) throw new FieldError('why', 'Say why: it stands on the certificate.');
      return { of: 'hand', teamId: need('teamId', 'team'), why: input.why };
    }
  }
}

export const removeAward = action('removeAward', awardIdSchema, (work, { id }) =>
  removeRow(work, 'award', id!, 'This award'),
);

/** What a team expects of its own result in an event; it stands once the first attempt is recorded. */
export const savePrediction = action(
  'savePrediction',
  predictionSchema,
  async (work, { id, version, eventId, teamId, value }) => {
    const { tx, projectId } = work;
    const event = (await listEvents(tx, projectId)).find((one) => one.id === eventId);
    if (!event) throw new FieldError('', 'This event was removed meanwhile.');
    if ((await listAttempts(tx, projectId)).some((one) => one.eventId === eventId && one.teamId === teamId))
      throw new FieldError('value', 'The first attempt is recorded, so the prediction stays as it is.');
    const unit = (await listQuantities(tx, projectId)).find((one) => one.quantityId === event.quantityId)?.unit ?? '';
    const scored = event.rule.value === undefined ? unit : '';
    const values = { eventId, teamId, value: readAmount(value, scored || null, work.notes), unit: scored };
    return {
      id: await saveRow(work, 'prediction', { id, version }, values, (row) => ({ value: String(row.value as number) })),
    };
  },
  ofTeam,
);

/** Freezes the results as they are now under an address of their own, which anybody can open; the address is shown once. */
export const showResults = action('showResults', showSchema, async (work) => {
  const { tx, projectId, seat, now } = work;
  const { project } = seat;
  const day = await loadDay(tx, project, momentOf(work).getTime());
  const [standings, awards, teams] = await Promise.all([
    loadStandings(tx, project, null),
    loadAwards(tx, project, day.contests),
    listTeams(tx, projectId),
  ]);
  const nameOf = (id: string) => teams.find((one) => one.id === id)?.name ?? 'a team that left';
  const content = shownContent(project, standings, day.contests, awards, nameOf);
  if (content.standings.length + content.contests.length + content.events.length === 0)
    throw new FieldError('', 'There is no result to show yet.');
  const token = newToken();
  const row = { projectId, tokenHash: tokenHash(token), shownAt: momentOf(work), shownBy: seat.actor.name };
  await tx`insert into shown_results ${tx({ ...row, content: json(tx, { ...content, asOf: now }) as never })}`;
  const { origin } = await publicOrigin();
  return { address: `${origin}/results/${token}` };
});

export const endShownResults = action('endShownResults', shownIdSchema, async (work, { id }) => {
  const ended = await work.tx`
    update shown_results set ended_at = ${momentOf(work)} where id = ${id} and project_id = ${work.projectId} and ended_at is null returning 1`;
  if (ended.length === 0) throw new FieldError('', 'These results are not shown any more.');
});
