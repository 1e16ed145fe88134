'use client';

import { ActButton } from '@/ui/forms/ActButton';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { removeKeepPair, saveForming, saveKeepPair, savePreference } from '@/areas/course/write/forming';
import type { KeepPair } from '@/areas/course/read/forming';
import { formingSchema, pairSchema, preferenceSchema } from '@/areas/course/records/forming';

const formingFields = fieldsOf(formingSchema);
const pairFields = fieldsOf(pairSchema);
const preferenceFields = fieldsOf(preferenceSchema);

/** Sizes, weights, and whether students are asked. */
export function FormingForm({
  values,
  ...fixed
}: Editing & {
  sectionId: string;
}) {
  return (
    <RecordForm
      key={`${fixed.sectionId} ${fixed.id}`}
      id={`forming-${fixed.sectionId}`}
      schema={formingSchema}
      values={values}
      fixed={{ ...fixed }}
      submit={saveForming}
      label="Save"
      names={{ min: 'Smallest', max: 'Largest', asks: 'Students are asked' }}
      compact
    >
      <formingFields.Decimal name="min" label="Smallest team" className="w-28" />
      <formingFields.Decimal name="max" label="Largest team" className="w-28" />
      <formingFields.Decimal name="wishes" label="Wishes each" className="w-24" />
      <formingFields.Decimal name="weightConcept" label="A concept counts" className="w-32" />
      <formingFields.Decimal name="weightWants" label="A wish counts" className="w-28" />
      <formingFields.Decimal name="weightRoles" label="A role counts" className="w-28" />
      <formingFields.Check name="asks" label="Students enter their wishes" />
    </RecordForm>
  );
}

/** Pairs to keep apart or together. */
export function PairForm({
  projectId,
  sectionId,
  people,
  pairs,
}: {
  projectId: string;
  sectionId: string;
  people: Options;
  pairs: KeepPair[];
}) {
  const nameOf = (id: string) => people.find(([one]) => one === id)?.[1] ?? 'somebody who left';
  return (
    <>
      <ul className="mb-2">
        {pairs.map((pair) => (
          <li key={pair.id} className="border-b border-hair py-0.5">
            {nameOf(pair.oneId)} and {nameOf(pair.otherId)} <b>{pair.kind}</b>{' '}
            <ActButton
              act={removeKeepPair}
              input={{ projectId, id: pair.id }}
              done="Removed."
              className="btn-text text-sm"
            >
              remove
            </ActButton>
          </li>
        ))}
      </ul>
      <RecordForm
        key={pairs.length}
        id={`pair-${sectionId}`}
        schema={pairSchema}
        values={{ one: '', other: '', kind: 'apart' }}
        fixed={{ projectId }}
        submit={saveKeepPair}
        label="Add pair"
        compact
        keepDraft={false}
      >
        <pairFields.Choice name="one" label="The one" options={[['', 'choose'], ...people]} className="w-44" />
        <pairFields.Choice name="other" label="The other" options={[['', 'choose'], ...people]} className="w-44" />
        <pairFields.Choice
          name="kind"
          label="Stay"
          className="w-32"
          options={[
            ['apart', 'apart'],
            ['together', 'together'],
          ]}
        />
      </RecordForm>
    </>
  );
}

const ORDINALS = ['First', 'Second', 'Third', 'Fourth', 'Fifth'];

/** A student's own wishes. */
export function PreferenceForm({
  projectId,
  version,
  values,
  concepts,
  people,
  roles,
  wishes,
}: {
  projectId: string;
  version: number | null;
  values: Record<string, unknown>;
  concepts: Options;
  people: Options;
  roles: string[];
  wishes: number;
}) {
  return (
    <RecordForm
      key={version}
      id={`preference-${projectId}`}
      schema={preferenceSchema}
      values={values}
      fixed={{ projectId, version }}
      submit={savePreference}
      label="Save my wishes"
      saved="Saved. Only your teachers see your wishes."
      names={{ conceptId: 'Concept', wants: 'With', roles: 'Roles' }}
    >
      {concepts.length > 0 && (
        <preferenceFields.Choice
          name="conceptId"
          label="I would build"
          options={[['', 'any of them'], ...concepts]}
          className="max-w-md"
        />
      )}
      {wishes > 0 && (
        <div className="flex flex-wrap gap-3">
          {ORDINALS.slice(0, wishes).map((ordinal, i) => (
            <preferenceFields.Choice
              key={ordinal}
              name={`wants.${i}.id`}
              label={`${ordinal} wish: with`}
              options={[['', 'nobody in particular'], ...people]}
              className="w-56"
            />
          ))}
        </div>
      )}
      <preferenceFields.Several
        name="roles"
        label="Roles I would take"
        options={roles.map((role) => [role, role] as const)}
      />
    </RecordForm>
  );
}
