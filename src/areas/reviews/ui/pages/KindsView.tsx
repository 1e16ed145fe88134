import { Nothing } from '@/ui/sheet/Sheet';
import { KIND_WORD } from '@/core/reviews';
import { plural } from '@/core/format';
import { ChangeAndRemove } from '@/ui/kit/ChangeAndRemove';
import { removeReviewKind } from '@/areas/reviews/write/planActions';
import { KindForm, RuleForm } from '@/areas/reviews/ui/KindForm';
import { kindForm } from '@/areas/reviews/read/toForm';
import { SidePanel } from '@/ui/kit/SidePanel';
import { CHANGE, ADD } from '@/ui/kit/icons';
import { UsualKinds } from '@/areas/reviews/ui/UsualKinds';
import type { Place } from '@/areas/course';
import type { readKindsPage } from '@/areas/reviews/read/pages/kinds';

type Props = Awaited<ReturnType<typeof readKindsPage>> & { frame: Place };

/** The content of the page “Kinds”. */
export function KindsView({ kinds, fixed }: Props) {
  return (
    <>
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
    </>
  );
}

/** What stands at the page’s head as actions. */
export function KindsActions({ kinds, rule, fixed, frame }: Props) {
  const { project } = frame.seat;

  return (
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
  );
}

const NEW = {
  name: '',
  purpose: 'mid',
  agenda: [{ title: 'Evidence', minutes: '4' }],
  checklist: '',
  questions: '',
  remarks: '3',
};
