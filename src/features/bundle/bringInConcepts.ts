import { randomUUID } from 'node:crypto';
import { json, type Tx } from '@/db/connection';
import type { Bundle } from './format';
import { keyed, type Add, type Find } from './keyed';

interface Known {
  team: Find;
  section: Find;
  requirement: Find;
  /** Ids of the bundle's people in their order. */
  people: string[];
  /** Stands for instructors, whom a bundle does not name. */
  instructorId: string;
}

/** Concepts, selections, roles, charters, parts and draws. Returns how a concept is found by its key. */
export async function addConcepts(tx: Tx, add: Add, bundle: Bundle, known: Known): Promise<Find> {
  const { section, team, people } = known;
  const concept = keyed(bundle.concepts, (one) => one.key, 'concept');
  await add(
    'concept_round',
    bundle.rounds.map(({ section: of, ...round }) => ({ sectionId: section(of), ...round })),
  );
  await addIdeas(tx, add, bundle, known, concept);
  for (const one of bundle.selections) await addSelection(tx, add, one, known, concept);
  await add(
    'team_role',
    bundle.roles.map((role) => ({ ...role })),
  );
  await add(
    'forming',
    bundle.forming.map(({ section: of, ...forming }) => ({ sectionId: section(of), ...forming })),
  );
  await add(
    'charter',
    bundle.charters.map(({ team: of, agreed: _agreed, ...charter }) => ({ teamId: team(of), ...charter })),
  );
  await add(
    'charter_agreement',
    bundle.charters.flatMap(({ team: of, agreed }) =>
      agreed.flatMap(({ by, on }) =>
        people[by] ? [{ teamId: team(of), accountId: people[by], textVersion: 1, agreedOn: on }] : [],
      ),
    ),
  );
  await add(
    'build_scale',
    bundle.scales.map(({ section: of, ...one }) => ({ sectionId: section(of), ...one })),
  );
  await addParts(add, bundle, known);
  await add(
    'drawing',
    bundle.draws.map(({ section: of, names, concepts, ...one }) => ({
      ...{ sectionId: of && section(of), names: json(tx, names), ...one },
      subjects:
        concepts &&
        json(
          tx,
          concepts.map((key) => (key === 'gone' ? randomUUID() : concept(key))),
        ),
    })),
  );
  return concept;
}

async function addIdeas(
  tx: Tx,
  add: Add,
  { concepts }: Bundle,
  { section, requirement, people }: Known,
  concept: Find,
): Promise<void> {
  await add(
    'concept',
    concepts.map(
      ({ key, section: of, by, steps, claims: _claims, credits: _credits, comments: _comments, ...one }) => ({
        ...{ id: concept(key), sectionId: section(of), authorId: people[by], steps: json(tx, steps), ...one },
      }),
    ),
  );
  await add(
    'concept_claim',
    concepts.flatMap(({ key, claims }) =>
      claims.map(({ requirement: code, ...claim }) => ({
        conceptId: concept(key),
        requirementId: requirement(code),
        ...claim,
      })),
    ),
  );
  await add(
    'concept_credit',
    concepts.flatMap(({ key, credits }) =>
      credits.map(({ from, what }) => ({ fromId: concept(from), intoId: concept(key), what })),
    ),
  );
  await add(
    'concept_comment',
    concepts.flatMap(({ key, comments }) =>
      comments.map(({ by, ...said }) => ({
        ...{ id: randomUUID(), conceptId: concept(key), authorId: by === null ? null : (people[by] ?? null), ...said },
      })),
    ),
  );
}

async function addSelection(
  tx: Tx,
  add: Add,
  one: Bundle['selections'][number],
  { section, requirement, people, instructorId }: Known,
  concept: Find,
): Promise<void> {
  const selectionId = randomUUID();
  const criterion = keyed(one.criteria, ({ name }) => name, `criterion of ${one.name}`);
  const { name, picks, state, datum } = one;
  const rater = (by: number | null) => (by === null ? instructorId : (people[by] ?? instructorId));
  await add('selection', [
    { id: selectionId, sectionId: section(one.section), name, picks, state, datumId: datum && concept(datum) },
  ]);
  await add(
    'selection_criterion',
    one.criteria.map(({ requirement: code, ...each }, position) => ({
      ...{ id: criterion(each.name), selectionId, ...each, position },
      requirementId: code && requirement(code),
    })),
  );
  await add(
    'selection_entry',
    one.concepts.map((key) => ({ selectionId, conceptId: concept(key) })),
  );
  const cell = (each: { concept: string; criterion: string }) => ({
    ...{ selectionId, conceptId: concept(each.concept), criterionId: criterion(each.criterion) },
  });
  // Several instructors come in as one person, who has one score for a cell, and one ballot.
  const scores = once(one.scores, ({ concept: key, criterion: by, by: who }) => `${key} ${by} ${rater(who)}`);
  await add(
    'selection_score',
    scores.map((each) => ({ ...cell(each), raterId: rater(each.by), score: each.score })),
  );
  await add(
    'selection_mark',
    one.marks.map((each) => ({ ...cell(each), mark: each.mark })),
  );
  await add(
    'selection_ballot',
    once(one.ballots, ({ by }) => rater(by)).map(({ by, ranking }) => ({
      ...{ selectionId, voterId: rater(by), ranking: json(tx, ranking.map(concept)) },
    })),
  );
  if (one.choice)
    await add('selection_choice', [
      {
        ...{ selectionId, byName: one.choice.by },
        picks: json(
          tx,
          one.choice.picks.map(({ concept: key, reason }) => ({ conceptId: concept(key), reason })),
        ),
      },
    ]);
}

function once<T>(list: readonly T[], key: (one: T) => string): T[] {
  return [...new Map(list.map((one) => [key(one), one])).values()];
}

async function addParts(add: Add, { parts, joints }: Bundle, { section, people, instructorId }: Known): Promise<void> {
  const part = keyed(parts, ({ section: of, code }) => `${of} ${code}`, 'part');
  const person = (place: number | null) => (place === null ? null : (people[place] ?? null));
  const unchecked = new Set(['listed', 'drawn']);
  await add(
    'part',
    parts.map(({ section: of, owner, checker, checkedBy, doubleCheckedBy, ...one }) => ({
      ...{ id: part(`${of} ${one.code}`), sectionId: section(of), ...one },
      ...{ ownerId: person(owner), checkerId: person(checker), doubleCheckedBy: person(doubleCheckedBy) },
      checkedBy: person(checkedBy) ?? (unchecked.has(one.state) ? null : instructorId),
    })),
  );
  await add(
    'joint',
    joints.map(({ section: of, name, one, other, oneSide, otherSide }) => ({
      ...{ sectionId: section(of), name, oneId: part(`${of} ${one}`), otherId: part(`${of} ${other}`) },
      ...{ oneValue: oneSide?.value ?? null, oneUnit: oneSide?.unit ?? null, oneTolerance: oneSide?.tolerance ?? null },
      ...{
        otherValue: otherSide?.value ?? null,
        otherUnit: otherSide?.unit ?? null,
        otherTolerance: otherSide?.tolerance ?? null,
      },
    })),
  );
}
