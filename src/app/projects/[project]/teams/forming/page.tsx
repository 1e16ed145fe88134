import { alike } from '@/core/concepts';
import { FormingBoard } from '@/areas/course/ui/forming/FormingBoard';
import { FormingForm, PairForm } from '@/areas/course/ui/forming/forms';
import {
  listForming,
  listKeepPairs,
  listPreferences,
  listProposals,
  formingForm,
  NEW_FORMING,
  listStudents,
  listRoles,
} from '@/areas/course';
import { openSheet, ProjectFrame, teamViews, type SheetProps } from '@/shell/frame';
import { listConcepts, type Concept } from '@/areas/concepts';
import { plural, shortName } from '@/core/format';
import { Nothing } from '@/ui/sheet/Sheet';
import { pool } from '@/db/connection';

export default async function FormingPage(props: SheetProps) {
  const frame = await openSheet('/projects/[project]/teams/forming', props);
  const { project, role } = frame.seat;
  const [all, settings, pairs, preferences, proposals, concepts, roles] = await Promise.all([
    listStudents(pool(), project.id),
    listForming(pool(), project.id),
    listKeepPairs(pool(), project.id),
    listPreferences(pool(), project.id),
    listProposals(pool(), project.id),
    listConcepts(pool(), frame.seat),
    listRoles(pool(), project.id),
  ]);
  const section = frame.section ?? frame.clock;
  const students = all.filter(({ sectionId }) => sectionId === section?.id);
  const here = (id: string) => students.some(({ accountId }) => accountId === id);
  const asks = settings.find(({ sectionId }) => sectionId === section?.id);
  const form = asks ?? NEW_FORMING;
  const own = pairs.filter(({ oneId, otherId }) => here(oneId) && here(otherId));
  const ideas = concepts.filter(({ sectionId, fate }) => sectionId === section?.id && fate !== 'not chosen');
  const groups = groupsOf(ideas);
  const said = students.filter(({ accountId }) => preferences.some((one) => one.accountId === accountId));
  const people = students.map((student) => {
    const wish = preferences.find(({ accountId }) => accountId === student.accountId);
    return {
      id: student.accountId,
      name: shortName(student.name),
      concept: ideas.some(({ id }) => id === wish?.conceptId) ? wish!.conceptId : null,
      wants: (wish?.wants ?? []).filter(here),
      roles: wish?.roles ?? [],
    };
  });
  const pairsOf = (kind: string) =>
    own.filter((pair) => pair.kind === kind).map(({ oneId, otherId }): [string, string] => [oneId, otherId]);
  const teams = frame.teams
    .filter(({ sectionId }) => sectionId === section?.id)
    .map(({ id, name }) => ({
      teamId: id,
      name,
      members: students.filter(({ teamId }) => teamId === id).map(({ accountId }) => accountId),
    }));
  const fixed = { projectId: project.id, sectionId: section?.id ?? '' };
  return (
    <ProjectFrame
      shows={['concepts', 'forming']}
      frame={frame}
      sheet="teams"
      name="Teams"
      view="teams/forming"
      views={teamViews(role)}
      title="Forming teams"
      about={section && `section ${section.name}, ${plural(students.length, 'student')}; seen by instructors alone`}
      byTeam={false}
    >
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
    </ProjectFrame>
  );
}

/** Groups of at least two similar ideas. */
function groupsOf(ideas: Concept[]) {
  if (ideas.length === 0) return [];
  const { groups } = alike({
    ideas: ideas.map(({ id, title, steps, claims }) => ({
      id,
      steps: `${title}. ${steps.join('. ')}`,
      answers: claims.map(({ requirementId }) => requirementId),
    })),
  });
  return groups.filter(({ ids }) => ids.length > 1);
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
