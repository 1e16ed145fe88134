import { Link } from '@/ui/Link';
import { titleOf } from '@/shell/history/names';
import { planPutBack, type Step } from '@/shell/history/plan';
import { tell } from '@/shell/history/read';

const WORD = { change: 'is changed', add: 'returns', remove: 'is removed' };
const fieldName = (field: string) => field.replace(/_id$/, '').replaceAll('_', ' ');

interface Props {
  plan: Awaited<ReturnType<typeof planPutBack>>;
  names: Map<string, string>;
  /** The one row that changes, of which a single value can be restored. */
  only: Step | null;
  hrefOf: (field: string) => string;
}

/** What would change: each value as it is now and as it was then, and what stays as it is. */
export function PutBackPlan({ plan, names, only, hrefOf }: Props) {
  return (
    <>
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
              <Link key={field} className="mr-3" href={hrefOf(field)}>
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
    </>
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
