'use client';

import type { Outcome } from '@/server/outcome';
import { RecordForm } from './RecordForm';
import { fieldsOf } from './fields';
import { seedSchema } from './schema';

const { Text } = fieldsOf(seedSchema);

/** Announces the seed of a drawn order, for a list that was frozen before. */
export function SeedForm({
  projectId,
  id,
  submit,
}: {
  projectId: string;
  id: string;
  submit: (input: unknown) => Promise<Outcome<unknown>>;
}) {
  return (
    <RecordForm
      id={`seed-${id}`}
      schema={seedSchema}
      values={{ seed: '' }}
      fixed={{ projectId, id }}
      submit={submit}
      label="Draw"
      saved="Drawn. Anyone can repeat it."
      compact
    >
      <Text
        name="seed"
        label="Seed"
        mono
        className="w-60"
        hint="Digits that two people call out now. The list was frozen before."
      />
    </RecordForm>
  );
}
