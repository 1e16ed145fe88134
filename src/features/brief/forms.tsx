'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { Area, Check, Text } from '@/ui/forms/fields';
import { saveBrief, saveStatement } from './actions';
import { briefSchema, statementSchema } from './schema';

const NAMES = {
  challenge: 'Challenge',
  thing: 'The thing',
  account: 'The account',
  rules: 'Rules',
  hazards: 'Hazards',
  published: 'Published',
};

export function BriefForm({
  projectId,
  version,
  values,
}: {
  projectId: string;
  version: number;
  values: Record<string, unknown>;
}) {
  return (
    <RecordForm
      id={`brief-${projectId}`}
      schema={briefSchema}
      values={values}
      fixed={{ projectId, version }}
      submit={saveBrief}
      label="Save the brief"
      names={NAMES}
    >
      <Area name="challenge" label="Challenge" rows={4} hint="What the client needs, in a few sentences." />
      <Area name="thing" label="To be handed over: the thing" rows={2} />
      <Area name="account" label="To be handed over: the account of why it is as it is" rows={2} />
      <Area
        name="rules"
        label="Rules"
        rows={4}
        hint="Materials, banned parts, energy, size, mass, cost, team size, dates that can’t move."
      />
      <Area
        name="hazards"
        label="Hazards"
        rows={3}
        hint="Local codes, the school’s rules and licensed practice come first."
      />
      <Check name="published" label="Published: students and the client’s link can read it" />
    </RecordForm>
  );
}

export function StatementForm({ projectId, today }: { projectId: string; today: string }) {
  return (
    <RecordForm
      id={`statement-${projectId}`}
      schema={statementSchema}
      values={{ sentence: '', saidBy: '', saidOn: today }}
      fixed={{ projectId }}
      submit={saveStatement}
      label="Keep this sentence"
      compact
    >
      <Area name="sentence" label="What the client said, in their words" rows={2} className="w-full" />
      <Text name="saidBy" label="Said by" />
      <Text name="saidOn" label="On" type="date" />
    </RecordForm>
  );
}
