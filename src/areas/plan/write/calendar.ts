'use server';

import { meetings, type Pattern } from '@/core/calendar';
import { CoreError } from '@/core/units';
import type { InferType } from 'yup';
import { json, type Tx } from '@/db/connection';
import { FieldError } from '@/server/outcome';
import { orConflict, action, actionAs } from '@/server/perform';
import { saveRow } from '@/server/saveRow';
import { read } from '@/ui/forms/schema';
import {
  importDaysOffSchema,
  noClassSchema,
  removeSchoolDaySchema,
  schoolDaySchema,
  sectionSchema,
} from '@/areas/plan/records/calendar';
import { sectionForm } from '@/areas/plan/read/calendar/toForm';

/** A section with its meeting pattern; the pattern is tried on the calendar before it is kept. */
export const saveSection = action('saveSection', sectionSchema, async (work, input) => {
  const { tx, projectId } = work;
  const pattern = patternOf(input);
  const extra = input.extra.map(({ day, start, minutes, inReserve }) => ({
    date: day,
    start,
    minutes: read(minutes),
    inReserve,
  }));
  tryOut(input, pattern, extra);
  const { id, version, name, room, firstDay, lastDay, teamsReleased } = input;
  const values = { name, room, firstDay, lastDay, teamsReleased, pattern: json(tx, pattern) };
  const sectionId = await saveRow(work, 'section', { id, version }, values, sectionForm);
  await tx`delete from extra_meeting where section_id = ${sectionId} and project_id = ${projectId}`;
  const rows = extra.map(({ date, ...meeting }) => ({ projectId, sectionId, day: date, ...meeting }));
  if (rows.length) await tx`insert into extra_meeting ${tx(rows)}`;
  await tx`delete from cancelled_meeting where section_id = ${sectionId} and project_id = ${projectId}`;
  const lost = input.lost.map(({ start, ...meeting }) => ({
    projectId,
    sectionId,
    start: start || null,
    ...meeting,
  }));
  if (lost.length) await tx`insert into cancelled_meeting ${tx(lost)}`;
  return { id: sectionId };
});

/** The days without class of the whole project, as one list. */
export const saveNoClass = action(
  'saveNoClass',
  noClassSchema,
  async ({ tx, projectId }, { days, usesSchoolDays, version }) => {
    mustNotOverlap(days);
    const seen =
      await tx`update project set uses_school_days = ${usesSchoolDays} where id = ${projectId} and version = ${version ?? 0} returning 1`;
    await orConflict(seen, tx, projectId, async () => {
      const [row] = await tx<[{ version: number; usesSchoolDays: boolean; days: unknown }]>`
            select version, uses_school_days, coalesce((select jsonb_agg(jsonb_build_object('firstDay', first_day, 'lastDay', last_day, 'reason', reason) order by first_day)
              from no_class where project_id = project.id), '[]') as days from project where id = ${projectId}`;
      return row;
    });
    await tx`delete from no_class where project_id = ${projectId}`;
    if (days.length)
      await tx`insert into no_class ${tx(days.map(({ firstDay, lastDay, reason }) => ({ projectId, firstDay, lastDay, reason })))}`;
  },
);

/** Takes chosen days off from a calendar file into the project's list. */
export const importDaysOff = action('importDaysOff', importDaysOffSchema, async ({ tx, projectId }, { days }) => {
  await tx`update project set updated_at = now() where id = ${projectId}`;
  mustNotOverlap([...(await noClassOf(tx, projectId)), ...days]);
  await tx`insert into no_class ${tx(days.map(({ firstDay, lastDay, reason }) => ({ projectId, firstDay, lastDay, reason })))}`;
  return { taken: days.length };
});

/** Adds days to the list that all projects of the school share. */
export const addSchoolDay = actionAs(
  'addSchoolDay',
  schoolDaySchema,
  async (tx, _person, { firstDay, lastDay, reason }) => {
    if (firstDay > lastDay) throw new FieldError('lastDay', 'The last day is before the first.');
    await tx`insert into school_day ${tx({ firstDay, lastDay, reason })}`;
  },
);

/** Takes an entry off the school's list. */
export const removeSchoolDay = actionAs('removeSchoolDay', removeSchoolDaySchema, async (tx, _person, { id }) => {
  await tx`delete from school_day where id = ${id}`;
});

interface Days {
  firstDay: string;
  lastDay: string;
  reason: string;
}

async function noClassOf(tx: Tx, projectId: string): Promise<Days[]> {
  return tx<
    Days[]
  >`select first_day, last_day, reason from no_class where project_id = ${projectId} order by first_day`;
}

/** @throws FieldError at the entry that is upside down, or that covers days of an earlier one. */
function mustNotOverlap(days: readonly Days[]) {
  days.forEach(({ firstDay, lastDay }, i) => {
    if (firstDay > lastDay) throw new FieldError(`days.${i}.lastDay`, 'The last day is before the first.');
    const same = days.slice(0, i).find((one) => one.firstDay <= lastDay && firstDay <= one.lastDay);
    if (same)
      throw new FieldError(
        `days.${i}.firstDay`,
        `These days overlap with “${same.reason}”, ${same.firstDay} to ${same.lastDay}.`,
      );
  });
}

type Input = InferType<typeof sectionSchema>;

function patternOf(input: Input): Pattern {
  if (input.kind === 'weekly')
    return {
      kind: 'weekly',
      slots: input.slots.map(({ day, start, minutes }) => ({ day, start, minutes: read(minutes) })),
    };
  const letters = (text: string) => text.split(/[\s,]+/).filter(Boolean);
  return {
    kind: 'rotation',
    cycle: letters(input.cycle),
    meetsOn: letters(input.meetsOn),
    firstDay: input.cycleFirstDay,
    start: input.cycleStart,
    minutes: read(input.cycleMinutes),
  };
}

function tryOut(
  { firstDay, lastDay, kind }: Input,
  pattern: Pattern,
  extra: { date: string; start: string; minutes: number }[],
) {
  if (firstDay > lastDay) throw new FieldError('lastDay', 'The last day is before the first day.');
  try {
    meetings({ pattern, from: firstDay, to: lastDay, extra });
  } catch (error) {
    if (error instanceof CoreError) throw new FieldError(kind === 'weekly' ? 'slots' : 'cycle', error.message);
    throw error;
  }
}
