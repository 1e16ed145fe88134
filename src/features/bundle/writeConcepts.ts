import type { Bundle } from './format';
import { type Sql } from '@/db/connection';

interface Places {
  team: (id: string) => string | null;
  person: (id: string | null) => number | null;
  section: (id: string) => string;
}
type Part = Pick<
  Bundle,
  'rounds' | 'concepts' | 'selections' | 'roles' | 'forming' | 'charters' | 'scales' | 'parts' | 'joints' | 'draws'
>;
type InSection<T> = Omit<T, 'section'> & { sectionId: string };

/**
 * Concepts, their selection, roles, charters, parts and draws. What students wish for, who is kept apart or together, and
 * proposals for teams go nowhere. `keyOf` finds the key of a concept.
 */
export async function writeConcepts(
  sql: Sql,
  projectId: string,
  places: Places,
): Promise<Part & { keyOf: (id: string) => string | undefined }> {
  const { concepts, keyOf } = await writeIdeas(sql, projectId, places);
  const placed = <T extends { sectionId: string }>({ sectionId, ...one }: T) => ({
    section: places.section(sectionId),
    ...one,
  });
  const rounds = await sql<InSection<Bundle['rounds'][number]>[]>`
    select r.section_id, r.wanted, r.due_on, r.minutes, r.released_at from concept_round r join section s on s.id = r.section_id
    where r.project_id = ${projectId} order by s.name`;
  const roles = await sql<Bundle['roles']>`
    select name, answerable_for, needed from team_role where project_id = ${projectId} order by name`;
  const forming = await sql<InSection<Bundle['forming'][number]>[]>`
    select f.section_id, f.min_size, f.max_size, f.weight_concept, f.weight_wants, f.weight_roles, f.wishes
    from forming f join section s on s.id = f.section_id where f.project_id = ${projectId} order by s.name`;
  const charters = await sql<
    (Omit<Bundle['charters'][number], 'agreed' | 'team'> & { teamId: string; agreed: { by: string; on: string }[] })[]
  >`
    select c.team_id, c.works, c.musts, c.beats, c.working, coalesce((
      select jsonb_agg(jsonb_build_object('by', g.account_id, 'on', g.agreed_on) order by a.name, a.id)
      from charter_agreement g join account a on a.id = g.account_id
      where g.team_id = c.team_id and g.text_version = c.text_version), '[]') as agreed
    from charter c join team t on t.id = c.team_id where c.project_id = ${projectId} order by t.name`;
  const scales = await sql<InSection<Bundle['scales'][number]>[]>`
    select b.section_id, b.ratio, b.least_thickness, b.least_unit from build_scale b join section s on s.id = b.section_id
    where b.project_id = ${projectId} order by s.name`;
  return {
    keyOf,
    rounds: rounds
      .map(placed)
      .map((one) => ({ ...one, releasedAt: one.releasedAt && new Date(one.releasedAt).toISOString() })),
    concepts,
    selections: await writeSelections(sql, projectId, places, keyOf),
    roles: [...roles],
    forming: forming.map(placed),
    charters: charters.map(({ teamId, agreed, ...one }) => ({
      team: places.team(teamId)!,
      ...one,
      agreed: agreed.flatMap(({ by, on }) => {
        const place = places.person(by);
        return place === null ? [] : [{ by: place, on }];
      }),
    })),
    scales: scales.map(placed),
    ...(await writeParts(sql, projectId, places)),
    draws: await writeDraws(sql, projectId, places, keyOf),
  };
}

async function writeIdeas(sql: Sql, projectId: string, { person, section }: Places) {
  const rows = await sql<
    (Omit<Bundle['concepts'][number], 'key' | 'section' | 'by' | 'credits' | 'comments' | 'handedInAt'> & {
      id: string;
      sectionId: string;
      authorId: string;
      handedInAt: Date;
      credits: { from: string; what: string }[];
      comments: { by: string | null; byLink: string; text: string; madeAt: string }[];
    })[]
  >`
    select c.id, c.section_id, c.author_id, c.title, c.steps, c.risks, c.takes_over, c.fate, c.fate_reason, c.fate_by, c.exception,
      c.exception_by, c.handed_in_at,
      coalesce((select jsonb_agg(jsonb_build_object('requirement', r.code, 'how', k.how, 'value', k.value, 'unit', k.unit,
        'uncertainty', k.uncertainty, 'answer', k.answer) order by r.code)
        from concept_claim k join requirement r on r.id = k.requirement_id where k.concept_id = c.id), '[]') as claims,
      coalesce((select jsonb_agg(jsonb_build_object('from', t.from_id, 'what', t.what) order by t.what)
        from concept_credit t where t.into_id = c.id), '[]') as credits,
      coalesce((select jsonb_agg(jsonb_build_object('by', o.author_id, 'byLink', o.by_link, 'text', o.text, 'madeAt', o.made_at)
        order by o.made_at, o.text) from concept_comment o where o.concept_id = c.id), '[]') as comments
    from concept c where c.project_id = ${projectId} and c.removed_at is null order by c.handed_in_at, c.title`;
  const known = rows.filter(({ authorId }) => person(authorId) !== null);
  const keys = new Map(known.map(({ id }, i) => [id, `C${i + 1}`]));
  const keyOf = (id: string) => keys.get(id);
  const concepts = known.map(({ id, sectionId, authorId, handedInAt, credits, comments, ...one }) => ({
    ...{ key: keyOf(id)!, section: section(sectionId), by: person(authorId)!, ...one },
    handedInAt: handedInAt.toISOString(),
    credits: credits.flatMap(({ from, what }) => (keyOf(from) ? [{ from: keyOf(from)!, what }] : [])),
    comments: comments.map(({ by, madeAt, ...said }) => ({
      ...{ by: person(by), ...said, madeAt: new Date(madeAt).toISOString() },
    })),
  }));
  return { concepts, keyOf };
}

type KeyOf = (id: string) => string | undefined;

async function writeSelections(
  sql: Sql,
  projectId: string,
  { person, section }: Places,
  keyOf: KeyOf,
): Promise<Bundle['selections']> {
  type Selection = Bundle['selections'][number];
  const rows = await sql<
    (Pick<Selection, 'name' | 'picks' | 'state' | 'criteria' | 'scores' | 'marks'> & {
      sectionId: string;
      datumId: string | null;
      concepts: string[];
      scores: { concept: string; criterion: string; by: string; score: number }[];
      ballots: { by: string; ranking: string[] }[];
      choice: { by: string; picks: { conceptId: string; reason: string }[] } | null;
    })[]
  >`
    select s.section_id, s.name, s.picks, s.state, s.datum_id,
      array(select e.concept_id from selection_entry e join concept k on k.id = e.concept_id where e.selection_id = s.id
        order by k.handed_in_at, k.title) as concepts,
      coalesce((select jsonb_agg(jsonb_build_object('requirement', r.code, 'name', c.name, 'weight', c.weight, 'anchors', c.anchors)
        order by c.position) from selection_criterion c left join requirement r on r.id = c.requirement_id
        where c.selection_id = s.id), '[]') as criteria,
      coalesce((select jsonb_agg(jsonb_build_object('concept', x.concept_id, 'criterion', c.name, 'by', x.rater_id, 'score', x.score)
        order by k.handed_in_at, k.title, c.position, a.name, a.id) from selection_score x join selection_criterion c on c.id = x.criterion_id
        join concept k on k.id = x.concept_id join account a on a.id = x.rater_id where x.selection_id = s.id), '[]') as scores,
      coalesce((select jsonb_agg(jsonb_build_object('concept', m.concept_id, 'criterion', c.name, 'mark', m.mark)
        order by k.handed_in_at, k.title, c.position) from selection_mark m join selection_criterion c on c.id = m.criterion_id
        join concept k on k.id = m.concept_id where m.selection_id = s.id), '[]') as marks,
      coalesce((select jsonb_agg(jsonb_build_object('by', b.voter_id, 'ranking', b.ranking) order by a.name, a.id)
        from selection_ballot b join account a on a.id = b.voter_id where b.selection_id = s.id), '[]') as ballots,
      (select jsonb_build_object('by', w.by_name, 'picks', w.picks) from selection_choice w where w.selection_id = s.id) as choice
    from selection s join section z on z.id = s.section_id where s.project_id = ${projectId} order by z.name, s.created_at, s.name`;
  const keyed = <T extends { concept: string }>(list: T[]) =>
    list.flatMap((one) => (keyOf(one.concept) ? [{ ...one, concept: keyOf(one.concept)! }] : []));
  const keysOf = (ids: string[]) => ids.flatMap((id) => keyOf(id) ?? []);
  return rows.map(({ sectionId, datumId, concepts, scores, marks, ballots, choice, ...one }) => ({
    ...{ section: section(sectionId), ...one, datum: (datumId && keyOf(datumId)) ?? null },
    concepts: keysOf(concepts),
    scores: keyed(scores).map((score) => ({ ...score, by: person(score.by) })),
    marks: keyed(marks),
    ballots: ballots.map(({ by, ranking }) => ({ by: person(by), ranking: keysOf(ranking) })),
    choice: choice && {
      by: choice.by,
      picks: choice.picks.flatMap(({ conceptId, reason }) =>
        keyOf(conceptId) ? [{ concept: keyOf(conceptId)!, reason }] : [],
      ),
    },
  }));
}

async function writeParts(
  sql: Sql,
  projectId: string,
  { person, section }: Places,
): Promise<Pick<Bundle, 'parts' | 'joints'>> {
  type Row = Omit<Bundle['parts'][number], 'section' | 'owner' | 'checker' | 'checkedBy' | 'doubleCheckedBy'> &
    Record<'sectionId', string> &
    Record<'ownerId' | 'checkerId' | 'checkedBy' | 'doubleCheckedBy', string | null>;
  const parts = await sql<Row[]>`
    select p.section_id, p.code, p.name, p.owner_id, p.checker_id, p.state, p.checked_by, p.double_checked_by, p.share, p.thickness,
      p.thickness_unit from part p join section s on s.id = p.section_id where p.project_id = ${projectId} order by s.name, p.code`;
  const joints = await sql<InSection<Bundle['joints'][number]>[]>`
    select j.section_id, j.name, a.code as one, b.code as other,
      case when j.one_value is not null then jsonb_build_object('value', j.one_value, 'unit', j.one_unit, 'tolerance', j.one_tolerance) end as one_side,
      case when j.other_value is not null then jsonb_build_object('value', j.other_value, 'unit', j.other_unit, 'tolerance', j.other_tolerance) end as other_side
    from joint j join part a on a.id = j.one_id join part b on b.id = j.other_id join section s on s.id = j.section_id
    where j.project_id = ${projectId} order by s.name, j.name, a.code, b.code`;
  return {
    parts: parts.map(({ sectionId, ownerId, checkerId, checkedBy, doubleCheckedBy, ...one }) => ({
      ...{ section: section(sectionId), ...one, owner: person(ownerId), checker: person(checkerId) },
      ...{ checkedBy: person(checkedBy), doubleCheckedBy: person(doubleCheckedBy) },
    })),
    joints: joints.map(({ sectionId, ...one }) => ({ section: section(sectionId), ...one })),
  };
}

async function writeDraws(sql: Sql, projectId: string, { section }: Places, keyOf: KeyOf): Promise<Bundle['draws']> {
  type Row = Omit<Bundle['draws'][number], 'section' | 'concepts' | 'frozenAt' | 'drawnAt'> & {
    sectionId: string | null;
    subjects: string[] | null;
    frozenAt: Date;
    drawnAt: Date | null;
  };
  const rows = await sql<Row[]>`
    select section_id, title, names, subjects, for_pitches, first_called, second_called, frozen_at, drawn_at from drawing
    where project_id = ${projectId} order by frozen_at, title`;
  return rows.map(({ sectionId, subjects, frozenAt, drawnAt, ...one }) => ({
    ...{ section: sectionId && section(sectionId), ...one },
    // A concept that was taken back keeps its place in the frozen list, as its title, and has no key any more.
    concepts: subjects && subjects.map((id) => keyOf(id) ?? 'gone'),
    frozenAt: frozenAt.toISOString(),
    drawnAt: drawnAt && drawnAt.toISOString(),
  }));
}
