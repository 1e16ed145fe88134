import { KIND_WORD } from '@/core/reviews';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { ADD, CHANGE } from '@/ui/kit/icons';
import { SidePanel } from '@/ui/kit/SidePanel';
import { openSheet, ProjectFrame, reviewViews, type SheetProps } from '@/shell/frame';
import { removeReviewKind } from '@/areas/reviews/write/planActions';
import { KindForm, RuleForm } from '@/areas/reviews/ui/KindForm';
import { kindForm, findReviewRule, listKinds } from '@/areas/reviews';
import { UsualKinds } from '@/areas/reviews/ui/UsualKinds';
import { plural } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

const NEW = {
  name: '',
  purpose: 'mid',
  agenda: [{ title: 'Evidence', minutes: '4' }],
  checklist: '',
  questions: '',
  remarks: '3',
};

export default async function KindsPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/reviews/kinds', props);
  const { project, role } = frame.seat;
  const [kinds, rule] = await Promise.all([listKinds(pool(), project.id), findReviewRule(pool(), project.id)]);
  const fixed = { projectId: project.id };
  return (
    <ProjectFrame
      shows={['reviews']}
      frame={frame}
      sheet="reviews"
      name="Reviews"
      view="reviews/kinds"
      views={reviewViews(role)}
      title="Kinds of review"
      byTeam={false}
      actions={
        <>
          <SidePanel id="rule" label="Who closes findings" icon={CHANGE} title="Who closes findings">
            <RuleForm key={rule.version} projectId={project.id} {...rule} />
          </SidePanel>
          <SidePanel id="usual" label="Add a usual kind" icon={ADD} title="Usual kinds of review">
            <UsualKinds projectId={project.id} taken={kinds.map(({ name }) => name)} />
          </SidePanel>
          <SidePanel id="new" label="Write your own" icon={ADD} title="New kind of review">
            <KindForm key={kinds.length} {...fixed} id={null} version={null} values={NEW} />
          </SidePanel>
        </>
      }
    >
      {kinds.length === 0 && (
        <Nothing>
          Each kind of review has its agenda, a checklist for the panel, and questions that the team answers beforehand.
          Seven usual ones are there to start from.
        </Nothing>
      )}
      <ul className="max-w-4xl">
        {kinds.map((kind) => (
          <li key={kind.id} id={kind.id} className="border-b border-hair py-2 flex flex-wrap items-baseline gap-x-5">
            <div className="grow basis-72">
              <b>{kind.name}</b>
              {kind.name.toLowerCase() !== KIND_WORD[kind.purpose] && (
                <span className="faint"> {KIND_WORD[kind.purpose]}</span>
              )}
              <p className="text-sm">{kind.agenda.map(({ title, minutes }) => `${title} ${minutes}`).join(' · ')}</p>
              <p className="text-sm faint">
                {plural(kind.checklist.length, 'point')} to look at, {plural(kind.questions.length, 'question')} to the
                team
              </p>
            </div>
            <ChangeAndRemove
              id={`kind-${kind.id}`}
              name={kind.name}
              title={kind.name}
              remove={{
                act: removeReviewKind,
                input: { ...fixed, id: kind.id },
                undo: true,
                done: `“${kind.name}” is removed.`,
                confirm: `Remove “${kind.name}”?`,
              }}
            >
              <KindForm key={kind.version} {...fixed} id={kind.id} version={kind.version} values={kindForm(kind)} />
            </ChangeAndRemove>
          </li>
        ))}
      </ul>
    </ProjectFrame>
  );
}
