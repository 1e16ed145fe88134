import { Link } from '@/ui/Link';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { titleOf } from '@/shell/history/names';
import { planPutBack, type Step } from '@/shell/history/plan';
import { PutBackButton } from '@/shell/history/PutBackButton';
import { listNames, tell } from '@/shell/history/read';
import { readSelection } from '@/shell/history/selection';
import { pool } from '@/db/connection';
import { Nothing } from '@/ui/sheet/Sheet';

const WORD = { change: 'is changed', add: 'returns', remove: 'is removed' };
const fieldName = (field: string) => field.replace(/_id$/, '').replaceAll('_', ' ');

export default async function PutBackPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/history/put-back', props);
  const { project } = frame.seat;
  const selection = readSelection(await props.searchParams);
  const back = hrefIn(frame, 'history');
  if (!selection)
    return (
      <ProjectFrame shows="all" frame={frame} sheet="history" name="History" title="Restore" byTeam={false}>
        <Nothing step={<Link href={back}>To the history</Link>}>
          Choose a change in the history, or a person and two times (the earlier one first), to see what would be
          restored.
        </Nothing>
      </ProjectFrame>
    );
  const plan = await planPutBack(pool(), project, selection);
  const names = await listNames(pool(), project.id, [
    ...plan.steps.map(({ about, fields }) => ({
      before: { ...about, ...Object.fromEntries(fields.map((one) => [one.field, one.now])) },
      after: Object.fromEntries(fields.map((one) => [one.field, one.then])),
    })),
    ...plan.left.map(({ about }) => ({ before: about, after: null })),
  ]);
  const only =
    selection.kind === 'change' && !selection.field && plan.steps[0]?.does === 'change' ? plan.steps[0] : null;
  return (
    <ProjectFrame
      shows="all"
      frame={frame}
      sheet="history"
      name="History"
      title="Restore"
      about="what will change; nothing is done yet"
      byTeam={false}
      actions={
        plan.steps.length > 0 && (
          <PutBackButton projectId={project.id} selection={selection} fingerprint={plan.fingerprint} back={back} />
        )
      }
    >
      {plan.steps.length === 0 && <p>There is nothing to restore: nothing has changed.</p>}
      {plan.steps.length > 0 && (
        <table>
          <thead>
            <tr>
              <th>What</th>
              <th>Field</th>
              <th>Now</th>
              <th>Then</th>
            </tr>
          </thead>
          <tbody>
            {plan.steps.map((step) => (
              <StepRows key={step.table + JSON.stringify(step.key)} step={step} names={names} />
            ))}
          </tbody>
        </table>
      )}
      {only && only.fields.length > 1 && (
        <p className="mt-3 no-print">
          Only one value:{' '}
          {only.fields
            .filter(({ field }) => field !== 'dimension')
            .map(({ field }) => (
              <Link
                key={field}
                className="mr-3"
                href={`${hrefIn(frame, 'history/put-back')}?change=${selection.kind === 'change' ? selection.change : ''}&field=${field}`}
              >
                {fieldName(field)}
              </Link>
            ))}
        </p>
      )}
      {plan.left.length > 0 && (
        <section className="mt-5">
          <h2 className="mb-1">Stays as it is</h2>
          <ul>
            {plan.left.map((one, i) => (
              <li key={i}>
                {titleOf(one.table, one.about, names)}: {one.why}
              </li>
            ))}
          </ul>
        </section>
      )}
    </ProjectFrame>
  );
}

function StepRows({ step, names }: { step: Step; names: Map<string, string> }) {
  const fields = step.fields.filter(
    ({ field, now, then }) => field !== 'dimension' && tell(now, names) !== tell(then, names),
  );
  const title = <b>{titleOf(step.table, step.about, names)}</b>;
  if (step.does === 'remove') {
    const what = fields.map(({ field, now }) => `${fieldName(field)}: ${tell(now, names)}`).join(' · ');
    return (
      <tr>
        <td className="align-top">
          {title} {step.table === 'run' ? 'no longer counts; it stays on record as withdrawn' : WORD.remove}
        </td>
        <td colSpan={3} className="text-sm faint">
          {what}
        </td>
      </tr>
    );
  }
  return fields.map(({ field, now, then }, i) => (
    <tr key={field}>
      {i === 0 && (
        <td rowSpan={fields.length} className="align-top">
          {title} {WORD[step.does]}
        </td>
      )}
      <td>{fieldName(field)}</td>
      <td className="faint">{tell(now, names) || '(empty)'}</td>
      <td>{tell(then, names) || '(empty)'}</td>
    </tr>
  ));
}
