import { Link } from '@/ui/Link';
import { openSheet, ProjectFrame, type SheetProps } from '@/shell/frame';
import { hrefIn } from '@/areas/course';
import { planPutBack } from '@/shell/history/plan';
import { PutBackButton } from '@/shell/history/PutBackButton';
import { listNames } from '@/shell/history/read';
import { readSelection } from '@/shell/history/selection';
import { pool } from '@/db/connection';
import { Nothing } from '@/ui/sheet/Sheet';

import { PutBackPlan } from './PutBackPlan';

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
      <PutBackPlan
        plan={plan}
        names={names}
        only={only}
        hrefOf={(field) =>
          `${hrefIn(frame, 'history/put-back')}?change=${selection.kind === 'change' ? selection.change : ''}&field=${field}`
        }
      />
    </ProjectFrame>
  );
}
