'use client';

import * as yup from 'yup';
import { fieldsOf, type Options } from './fields';
import { conditions } from './schema';

const { Choice, Rows, Text } = fieldsOf(yup.object({ conditions: conditions() }));

/** A condition to start from: the first member, by the next meeting but one. */
export const firstCondition = (members: Options, meetings: Options) => ({
  what: '',
  ownerId: members[0]?.[0] ?? '',
  dueOn: meetings[1]?.[0] ?? meetings[0]?.[0] ?? '',
});

/** The conditions of a form: what is to be done, by whom of the team, by which of the meetings to come. */
export function ConditionRows({ members, meetings }: { members: Options; meetings: Options }) {
  return (
    <Rows name="conditions" label="Conditions" add="Add a condition" empty={firstCondition(members, meetings)}>
      {(path) => (
        <>
          <Text name={`${path}.what`} label="What is to be done" className="min-w-60 grow" />
          <Choice name={`${path}.ownerId`} label="By whom" options={members} className="w-40" />
          <Choice name={`${path}.dueOn`} label="By the meeting on" options={meetings} className="w-40" />
        </>
      )}
    </Rows>
  );
}
