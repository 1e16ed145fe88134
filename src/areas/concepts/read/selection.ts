import { remembered } from '@/db/remember';
import { seesAll, type Seat } from '@/server/access';
import { type Sql } from '@/db/connection';

export interface SelectionCriterion {
  id: string;
  requirementId: string | null;
  name: string;
  weight: number;
  anchors: string;
}
export interface Choice {
  by: string;
  picks: { conceptId: string; reason: string }[];
  version: number;
}
export interface SelectionRecord {
  id: string;
  sectionId: string;
  name: string;
  picks: number;
  datumId: string | null;
  state: 'open' | 'closed';
  criteria: SelectionCriterion[];
  concepts: { id: string; title: string }[];
  scores: { rater: string; concept: string; criterion: string; score: number }[];
  marks: { concept: string; criterion: string; mark: number }[];
  ballots: { voter: string; ranking: string[] }[];
  choice: Choice | null;
  version: number;
}

/** The selections that a person may see: all for the instructor, those of the own section for a student; newest first. */
export function listSelections(sql: Sql, seat: Seat): Promise<SelectionRecord[]> {
  const all = seesAll(seat) || seat.role === 'client';
  return readSelections(sql, seat.project.id, all ? 'all' : seat.sectionId);
}

const readSelections = remembered((sql: Sql, projectId: string, of: string | null): Promise<SelectionRecord[]> => {
  const seen = of === 'all' ? sql`true` : sql`s.section_id = ${of}`;
  return sql<SelectionRecord[]>`
    select s.id, s.section_id, s.name, s.picks, s.datum_id, s.state, s.version,
      coalesce((select jsonb_agg(jsonb_build_object('id', c.id, 'requirementId', c.requirement_id, 'name', c.name, 'weight', c.weight,
        'anchors', c.anchors) order by c.position) from selection_criterion c where c.selection_id = s.id), '[]') as criteria,
      coalesce((select jsonb_agg(jsonb_build_object('id', k.id, 'title', k.title) order by k.handed_in_at, k.id)
        from selection_entry e join concept k on k.id = e.concept_id where e.selection_id = s.id), '[]') as concepts,
      coalesce((select jsonb_agg(jsonb_build_object('rater', r.rater_id, 'concept', r.concept_id, 'criterion', r.criterion_id, 'score', r.score)
        order by r.id) from selection_score r where r.selection_id = s.id), '[]') as scores,
      coalesce((select jsonb_agg(jsonb_build_object('concept', m.concept_id, 'criterion', m.criterion_id, 'mark', m.mark))
        from selection_mark m where m.selection_id = s.id), '[]') as marks,
      coalesce((select jsonb_agg(jsonb_build_object('voter', b.voter_id, 'ranking', b.ranking) order by b.id)
        from selection_ballot b where b.selection_id = s.id), '[]') as ballots,
      (select jsonb_build_object('by', w.by_name, 'picks', w.picks, 'version', w.version)
        from selection_choice w where w.selection_id = s.id) as choice
    from selection s where s.project_id = ${projectId} and ${seen} order by s.created_at desc, s.id`;
});

/** The picture of a concept that is put before the client; null for any other. */
export async function pictureBefore(sql: Sql, projectId: string, id: string): Promise<boolean> {
  const [row] = await sql`
    select 1 from attachment a join selection_entry e on e.concept_id = a.object_id
    where a.id = ${id} and a.project_id = ${projectId} and a.removed_at is null limit 1`;
  return row !== undefined;
}
