'use client';

import { RecordForm } from '@/ui/forms/RecordForm';
import { fieldsOf } from '@/ui/forms/fields';
import { announceSeed } from './actions';
import { seedSchema } from './schema';

const { Text } = fieldsOf(seedSchema);

/** Announces the seed of a drawn order. */
export function SeedForm({ projectId, id }: { projectId: string; id: string }) {
  return (
    <RecordForm
      id={`seed-${id}`}
      schema={seedSchema}
      values={{ seed: '' }}
      fixed={{ projectId, id }}
      submit={announceSeed}
      label="Draw"
      saved="Drawn. Anyone can repeat it."
      compact
    >
      <Text
        name="seed"
        label="Seed"
        mono
        className="w-60"
        hint="Digits that two people call out now. The list above was frozen before."
      />
    </RecordForm>
  );
}
