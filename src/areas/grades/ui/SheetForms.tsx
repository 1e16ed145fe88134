'use client';

import { RecordForm, type Editing } from '@/ui/forms/RecordForm';
import { fieldsOf, type Options } from '@/ui/forms/fields';
import {
  importMarks,
  releaseGrades,
  saveCountedTeam,
  saveFormerResults,
  saveMark,
  saveSchoolSystem,
} from '@/areas/grades/write/sheetActions';
import {
  countedTeamSchema,
  formerSchema,
  markSchema,
  marksSchema,
  releaseSchema,
  systemSchema,
} from '@/areas/grades/records/grades';

const One = fieldsOf(markSchema);
const Many = fieldsOf(marksSchema);
const Counted = fieldsOf(countedTeamSchema);
const Release = fieldsOf(releaseSchema);
const Former = fieldsOf(formerSchema);
const System = fieldsOf(systemSchema);

/** One mark of one student. */
export function MarkForm({
  values,
  componentId,
  accountId,
  ...fixed
}: Editing & { componentId: string; accountId: string }) {
  return (
    <RecordForm
      id={`mark-${fixed.id ?? `new-${componentId}-${accountId}`}`}
      schema={markSchema}
      values={values}
      fixed={{ ...fixed, componentId, accountId }}
      submit={saveMark}
      label="Save mark"
      names={{
        task: 'Task',
        score: 'Mark',
        max: 'Most points',
        daysLate: 'Days late',
        excused: 'Excused',
        note: 'Note',
      }}
    >
      <One.Text name="task" label="Task" />
      <div className="flex flex-wrap gap-3">
        <One.Decimal name="score" label="Mark" className="w-28" hint="empty: nothing handed in" />
        <One.Decimal name="max" label="Most points" className="w-28" />
        <One.Decimal name="daysLate" label="Days late" className="w-24" />
      </div>
      <One.Check name="excused" label="Excused: counts for nobody" />
      <One.Text name="note" label="Note" hint="The student reads it." />
    </RecordForm>
  );
}

/** Marks given elsewhere, as a CSV file or copied from a spreadsheet. */
export function ImportMarksForm({
  projectId,
  componentId,
  task,
}: {
  projectId: string;
  componentId: string;
  task: string;
}) {
  return (
    <RecordForm
      id={`import-${componentId}`}
      schema={marksSchema}
      values={{ task, max: '100', text: '', numberColumn: '', scoreColumn: '' }}
      fixed={{ projectId, componentId }}
      submit={importMarks}
      label="Bring marks in"
      saved="Marks brought in."
    >
      <div className="flex flex-wrap gap-3">
        <Many.Text name="task" label="Task" className="grow min-w-40" />
        <Many.Decimal name="max" label="Most points" className="w-28" />
      </div>
      <Many.Area
        name="text"
        label="Rows, with a head"
        rows={8}
        mono
        hint="One line a student, with the school’s student number and the mark. An empty mark is one that was not handed in."
      />
      <div className="flex flex-wrap gap-3">
        <Many.Text name="numberColumn" label="Column of the student number" hint="empty: found by its name" />
        <Many.Text name="scoreColumn" label="Column of the mark" hint="empty: found by its name" />
      </div>
    </RecordForm>
  );
}

/** With which team a student counts in a component, after a change of teams. */
export function CountedTeamForm({
  projectId,
  componentId,
  accountId,
  teams,
  values,
}: {
  projectId: string;
  componentId: string;
  accountId: string;
  teams: Options;
  values: { teamId: string; reason: string };
}) {
  return (
    <RecordForm
      id={`counted-${componentId}-${accountId}`}
      schema={countedTeamSchema}
      values={values}
      fixed={{ projectId, componentId, accountId }}
      submit={saveCountedTeam}
      label="Save"
    >
      <Counted.Choice name="teamId" label="Counts with" options={[['', 'the present team'], ...teams]} />
      <Counted.Text name="reason" label="Because" hint="The student reads it." />
    </RecordForm>
  );
}

/** Shows students their grade as it stands. */
export function ReleaseForm({
  projectId,
  accountIds,
  again,
  label,
}: {
  projectId: string;
  accountIds: readonly string[];
  /** Some have seen a grade before, which now differs. */
  again: boolean;
  label: string;
}) {
  return (
    <RecordForm
      id={`release-${projectId}-${accountIds.length === 1 ? accountIds[0] : 'all'}`}
      schema={releaseSchema}
      values={{ reason: '' }}
      fixed={{ projectId, accountIds: [...accountIds] }}
      submit={releaseGrades}
      label={label}
      saved="Released. Each student sees the own grade alone."
    >
      <p>
        Each student sees the own page, with the arithmetic in sentences and what was strong. Nobody sees another’s.
      </p>
      {again && (
        <Release.Area
          name="reason"
          label="Why it changes"
          rows={2}
          hint="For those who have seen a grade before; they read it, and the former grade stays on their page."
        />
      )}
    </RecordForm>
  );
}

/** What an earlier class reached, to try a rule on before it is announced. */
export function FormerForm({ values, eventId, unit, ...fixed }: Editing & { eventId: string; unit: string }) {
  return (
    <RecordForm
      id={`former-${fixed.id ?? `new-${eventId}`}`}
      schema={formerSchema}
      values={values}
      fixed={{ ...fixed, eventId }}
      submit={saveFormerResults}
      label="Save results"
      names={{ season: 'Season', results: 'Results' }}
    >
      <Former.Text name="season" label="Season" />
      <Former.Area name="results" label={`Results in ${unit}, one per line`} rows={8} mono hint="Without names." />
    </RecordForm>
  );
}

/** The columns that the school’s own system wants, in its order. */
export function SystemForm({ values, holds, ...fixed }: Editing & { holds: Options }) {
  return (
    <RecordForm
      id={`system-${fixed.id ?? `new-${fixed.projectId}`}`}
      schema={systemSchema}
      values={values}
      fixed={fixed}
      submit={saveSchoolSystem}
      label="Save columns"
      names={{ name: 'Name', columns: 'Columns', separator: 'Between columns', decimal: 'Decimal sign' }}
    >
      <div className="flex flex-wrap gap-3">
        <System.Text name="name" label="School system" />
        <System.Choice
          name="separator"
          label="Between columns"
          options={[
            [',', 'comma'],
            [';', 'semicolon'],
            ['tab', 'tab'],
          ]}
        />
        <System.Choice
          name="decimal"
          label="Decimal sign"
          options={[
            ['.', 'point'],
            [',', 'comma'],
          ]}
        />
      </div>
      <System.Rows name="columns" label="Columns" add="Add a column" empty={{ head: '', what: 'blank' }} inOrder>
        {(path) => (
          <>
            <System.Text name={`${path as 'columns.0'}.head`} label="Head" className="min-w-40" />
            <System.Choice name={`${path as 'columns.0'}.what`} label="Holds" options={holds} className="min-w-44" />
          </>
        )}
      </System.Rows>
    </RecordForm>
  );
}
