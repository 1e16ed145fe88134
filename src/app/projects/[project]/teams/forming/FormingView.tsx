import { Nothing } from '@/ui/sheet/Sheet';
import { FormingForm, PairForm } from '@/areas/course/ui/forming/forms';
import { formingForm } from '@/areas/course';
import { shortName, plural } from '@/core/format';
import { FormingBoard } from '@/areas/course/ui/forming/FormingBoard';
import type { Concept } from '@/areas/concepts';
import { type readFormingPage, groupsOf } from '@/app/projects/[project]/teams/forming/read';

type Props = Awaited<ReturnType<typeof readFormingPage>>;

/** The content of the page “Forming”. */
export function FormingView({
  proposals,
  roles,
  section,
  students,
  asks,
  form,
  own,
  ideas,
  groups,
  said,
  people,
  teams,
  fixed,
}: Props) {
  const pairsOf = (kind: string) =>
    own.filter((pair) => pair.kind === kind).map(({ oneId, otherId }): [string, string] => [oneId, otherId]);
  return (
    <>
      {students.length === 0 ? (
        <Nothing>Teams are formed of the students of a section: bring in its roster first.</Nothing>
      ) : (
        <>
          <div className="no-print mb-4 flex flex-col gap-3">
            <FormingForm
              {...fixed}
              id={asks?.id ?? null}
              version={asks?.version ?? null}
              values={formingForm({ ...form })}
            />
            <p>
              {said.length} of {students.length} have said what they would like
              {said.length < students.length && form.asks && (
                <span className="faint">
                  {' '}
                  (not yet{' '}
                  {students
                    .filter((one) => !said.includes(one))
                    .map(({ name }) => shortName(name))
                    .join(', ')}
                  )
                </span>
              )}
              .
            </p>
            <details open={own.length > 0}>
              <summary className="cursor-pointer font-medium">
                Pairs to keep apart or together{own.length > 0 && `: ${own.length}`}
              </summary>
              <p className="faint text-sm">
                Seen here and in the history by instructors; in no export and on no page of a student.
              </p>
              <PairForm
                {...fixed}
                people={students.map(({ accountId, name }) => [accountId, shortName(name)] as const)}
                pairs={own}
              />
            </details>
            <Groups groups={groups} ideas={ideas} />
          </div>
          <FormingBoard
            key={section!.id}
            {...fixed}
            given={{
              people,
              sizes: { min: form.minSize, max: form.maxSize },
              apart: pairsOf('apart'),
              together: pairsOf('together'),
              rolesNeeded: roles.filter(({ needed }) => needed).map(({ name }) => name),
              weights: { concept: form.weightConcept, wants: form.weightWants, roles: form.weightRoles },
              groups: Object.fromEntries(groups.flatMap(({ ids }) => ids.map((id) => [id, ids[0]!]))),
            }}
            teams={teams}
            proposals={proposals.filter(({ sectionId }) => sectionId === section!.id)}
          />
        </>
      )}
    </>
  );
}

function Groups({ groups, ideas }: { groups: ReturnType<typeof groupsOf>; ideas: Concept[] }) {
  if (groups.length === 0) return null;
  const nameOf = (id: string) => {
    const idea = ideas.find((one) => one.id === id)!;
    return `${idea.title} (${shortName(idea.authorName)})`;
  };
  return (
    <details>
      <summary className="cursor-pointer font-medium">
        {plural(groups.length, 'group')} of similar ideas, as a proposal
      </summary>
      <ul>
        {groups.map(({ ids, likeness }) => (
          <li key={ids[0]} className="border-b border-hair py-0.5">
            {ids.map(nameOf).join('; ')} <span className="num faint">alike to {(100 * likeness).toFixed(0)} %</span>
          </li>
        ))}
      </ul>
    </details>
  );
}
