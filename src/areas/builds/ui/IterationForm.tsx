'use client';

import { useState } from 'react';
import { ITERATION_KINDS, ITERATION_STATES } from '@/core/changes';
import type { Dimension } from '@/core/dimensions';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import { newId } from '@/ui/forms/newId';
import { PictureField } from '@/ui/forms/PictureField';
import { isKept } from '@/ui/forms/attempt';
import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { Steps } from '@/ui/forms/Steps';
import { useEntry, WhoEnters } from '@/ui/outbox/Entering';
import { ChangeFields, EMPTY_CHANGE } from './ChangeFields';
import { iterationSchema } from '@/areas/builds/records/builds';

const { Area, Choice, Decimal, Rows, Text, useValue } = fieldsOf(iterationSchema);

interface Props extends Editing {
  teams: { id: string; name: string }[];
  /** What it may come from: iterations of these teams, and released ones of others. */
  parents: { id: string; teamId: string; number: number; change: string }[];
  /** Of all teams, by id. */
  teamNames: Record<string, string>;
  /** Chosen concepts and designs of earlier seasons that it may go back to. */
  origins: { id: string; name: string }[];
  /** Designs of earlier seasons that features may be taken over from. */
  seasons: { id: string; name: string }[];
  /** The names of the features there are. */
  features: string[];
  /** What can show a claim. */
  figures: { id: string; name: string }[];
  /** In the order of values.measurements. */
  parameters: { id: string; name: string; dimension: Dimension; limit: string; units: string[] }[];
  instruments: { id: string; name: string; dimension: string }[];
  /** Who may have made it. */
  members: { id: string; teamId: string | null; name: string }[];
  back: string;
}

const sameWord = (word: string) => [word, word] as const;
const STATES: Options = ITERATION_STATES.map(sameWord);
const KINDS: Options = ITERATION_KINDS.map(sameWord);
const NAMES = {
  change: 'What was changed',
  expects: 'We expect',
  reason: 'Because',
  kind: 'Kind',
  state: 'State',
  builtOn: 'Built and measured on',
  makerId: 'Made by',
  parentId: 'Starts from',
  alsoFrom: 'Also from',
  originId: 'Idea from',
  changes: 'Changes',
  good: 'What was good',
  bad: 'What was not',
};

/** An iteration of a team's design with everything measured on it. */
export function IterationForm({
  projectId,
  id,
  version,
  values,
  teams,
  parents,
  teamNames,
  features,
  figures,
  parameters,
  instruments,
  members,
  origins,
  seasons,
  back,
}: Props) {
  const [own, renew] = useState(newId);
  const [pictures, setPictures] = useState<File[]>([]);
  const enter = useEntry();
  const key = id ?? own;
  const only = teams.length === 1 ? teams[0]! : null;
  const before: Options = parents
    .filter((p) => p.id !== id)
    .map((p) => [p.id, `${teamNames[p.teamId] ?? ''} ${p.number}: ${p.change}`] as const);
  const others: Options = [
    ...parents
      .filter((p) => !teams.some((team) => team.id === p.teamId))
      .map((p) => [p.id, `${teamNames[p.teamId] ?? ''} ${p.number}`] as const),
    ...seasons.map((one) => [one.id, one.name] as const),
  ];
  const ideas: Options = [['', 'no concept or season'], ...origins.map((one) => [one.id, one.name] as const)];
  const makers: Options = [
    ['', 'the team'],
    ...members.filter((one) => teams.some((team) => team.id === one.teamId)).map((one) => [one.id, one.name] as const),
  ];
  return (
    <RecordForm
      id={`iteration-${id ?? `new-${projectId}-${only?.id ?? ''}`}`}
      schema={iterationSchema}
      values={{ ...values, id: key }}
      fixed={{ projectId, id: key, version }}
      submit={(input) =>
        enter({
          path: '/api/v1/iterations',
          title: `${teams.find((team) => team.id === input.teamId)?.name ?? 'Team'}, ${id ? 'changed' : 'new'} iteration: ${String(input.change)}`,
          body: input,
          objectId: key,
          href: id ? `/projects/${projectId}/builds/${id}` : `/projects/${projectId}/builds/new`,
          pictures,
          pictured: 'iteration',
        })
      }
      label="Save iteration"
      names={{ ...NAMES, ...Object.fromEntries(parameters.map((one, i) => [`measurements.${i}`, one.name])) }}
      options={{
        parentId: [['', 'nothing before it'], ...before],
        originId: ideas,
        makerId: makers,
        state: STATES,
        kind: KINDS,
      }}
      then={(result) => {
        setPictures([]);
        renew(newId());
        return isKept(result) ? '' : `/projects/${projectId}/builds/${String(result.id)}`;
      }}
      cancel={back}
    >
      <WhoEnters />
      <Steps
        steps={[
          {
            name: 'Design',
            content: (
              <>
                <Text
                  name="change"
                  label="What was changed"
                  hint="One main change, in a few words. With two changes at once you can’t tell which one made the difference."
                />
                <div className="grid sm:grid-cols-2 gap-3">
                  <Area name="expects" label="We expect" rows={2} hint="what this change should bring" />
                  <Area name="reason" label="Because" rows={2} />
                </div>
                <div className="flex flex-wrap gap-3">
                  <Choice name="teamId" label="Team" options={teams.map((team) => [team.id, team.name] as const)} />
                  <Choice name="parentId" label="Starts from" options={[['', 'nothing before it'], ...before]} />
                  {origins.length > 0 && <Choice name="originId" label="Idea from" options={ideas} className="w-52" />}
                  <Choice name="kind" label="Kind" options={KINDS} />
                  <Choice name="state" label="State" options={STATES} />
                  <Text name="builtOn" label="Built and measured on (date)" type="date" />
                  <Choice
                    name="makerId"
                    label="Made by"
                    options={makers}
                    hint="somebody else checks it"
                    className="w-44"
                  />
                </div>
                {before.length > 1 && (
                  <Rows
                    name="alsoFrom"
                    label="Also from"
                    empty={{ parentId: before.at(-1)![0] }}
                    add="Add another parent"
                  >
                    {(path) => <Choice name={`${path}.parentId`} label="Iteration" options={before} />}
                  </Rows>
                )}
              </>
            ),
          },
          {
            name: 'Changes',
            content: (
              <>
                <Rows name="changes" label="Changes, one by one" empty={EMPTY_CHANGE} add="Add change">
                  {(path) => <ChangeFields path={path} others={others} figures={figures} makers={makers.slice(1)} />}
                </Rows>
                <datalist id="features">
                  {features.map((name) => (
                    <option key={name} value={name} />
                  ))}
                </datalist>
                <div className="grid sm:grid-cols-2 gap-3">
                  <Area name="good" label="What was good" rows={2} />
                  <Area name="bad" label="What was not" rows={2} />
                </div>
              </>
            ),
          },
          {
            name: 'Measured',
            content: (
              <fieldset>
                <legend className="font-medium mb-1">Measured properties</legend>
                {parameters.length === 0 && (
                  <p className="faint">Nothing to measure yet: requirements name what is measured.</p>
                )}
                {parameters.map((parameter, i) => (
                  <Measured
                    key={parameter.id}
                    path={`measurements.${i}`}
                    parameter={parameter}
                    instruments={instruments}
                  />
                ))}
              </fieldset>
            ),
          },
          { name: 'Pictures', content: <PictureField pictures={pictures} choose={setPictures} /> },
        ]}
      />
    </RecordForm>
  );
}

function Measured({
  path,
  parameter,
  instruments,
}: {
  path: `measurements.${number}`;
  parameter: Props['parameters'][number];
  instruments: Props['instruments'];
}) {
  const hint = parameter.limit || undefined;
  if (parameter.dimension === 'yes-no') {
    return (
      <div className="py-1.5 border-b border-hair">
        <Choice
          name={`${path}.answer`}
          label={parameter.name}
          hint={hint}
          className="w-36 sm:w-60"
          options={[
            ['', 'not shown yet'],
            ['yes', 'yes'],
            ['no', 'no'],
          ]}
        />
      </div>
    );
  }
  const fitting = instruments
    .filter((one) => one.dimension === parameter.dimension)
    .map((one) => [one.id, one.name] as const);
  return (
    <div className="flex flex-wrap gap-x-3 gap-y-1 md:gap-3 py-1.5 border-b border-hair items-start">
      <Decimal name={`${path}.value`} label={parameter.name} hint={hint} className="w-36 sm:w-60" />
      <Choice
        name={`${path}.unit`}
        label="Unit"
        className="w-20 md:w-28"
        options={parameter.units.map((unit) => [unit, unit] as const)}
      />
      <Choice
        name={`${path}.instrumentId`}
        label="Instrument"
        className="w-full sm:w-64 max-sm:[&_label]:sr-only"
        options={[['', 'none: counted exactly'], ...fitting]}
      />
      <Further path={path} name={parameter.name} />
    </div>
  );
}

/** Further readings of the same; the mean of all is what counts. */
function Further({ path, name }: { path: `measurements.${number}`; name: string }) {
  const value = useValue(`${path}.value`) as string;
  return (
    <div className={`self-end ${value ? '' : 'hidden'}`}>
      <Rows compact name={`${path}.more`} label={`More readings of ${name}`} empty={{ value: '' }} add="Add reading">
        {(at, i) => (
          <Decimal name={`${at}.value` as `${typeof path}.more.0.value`} label={`Reading ${i + 2}`} className="w-24" />
        )}
      </Rows>
    </div>
  );
}
