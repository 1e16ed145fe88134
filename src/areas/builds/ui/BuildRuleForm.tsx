'use client';

import { fieldsOf } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { saveBuildRule } from '@/areas/builds/write/actions';
import { buildRuleSchema } from '@/areas/builds/records/builds';

const { Check, Decimal, Text } = fieldsOf(buildRuleSchema);

/** What the course asks of the designs. */
export function BuildRuleForm({ projectId, id, version, values }: Editing) {
  return (
    <RecordForm
      key={version}
      id={`build-rule-${projectId}`}
      schema={buildRuleSchema}
      values={values}
      fixed={{ projectId, id, version }}
      submit={saveBuildRule}
      label="Save rules"
      names={{
        leastTeam: 'Iterations of each team',
        leastMember: 'Iterations of each member',
        makesOfficial: 'The first iteration makes a team official',
        frozenFrom: 'Frozen from',
      }}
    >
      <div className="flex flex-wrap gap-3">
        <Decimal name="leastTeam" label="Iterations of each team" hint="at least; empty: no rule" className="w-52" />
        <Decimal
          name="leastMember"
          label="Iterations of each member"
          hint="at least, as their maker"
          className="w-52"
        />
        <Text name="frozenFrom" label="Frozen from" type="date" hint="then students change no iteration" />
      </div>
      <Check name="makesOfficial" label="The first iteration makes a team official" />
      <p className="text-sm faint">A gate can ask for the numbers, too: add them to its checklist under Gates.</p>
    </RecordForm>
  );
}
