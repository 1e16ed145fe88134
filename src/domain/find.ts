import { allowed, type Seat } from '@/server/access';
import { type Sql } from '@/db/connection';

export interface Hit {
  kind: string;
  id: string;
  title: string;
  detail: string;
  teamId: string | null;
  released: boolean;
}

/** Finds teams, requirements, sentences, questions, answers, research notes, iterations, stages, hazards, machines, gates, concepts as far as they may be seen, parts, events, protocols and instruments by any part of their text. */
export async function search(sql: Sql, seat: Seat, text: string): Promise<Hit[]> {
  const words = text.trim().slice(0, 100);
  if (words.length < 2) return [];
  const like = `%${words.replace(/[\\%_]/g, '\\$&')}%`;
  const id = seat.project.id;
  const hits = await sql<Hit[]>`
    select * from (
      select 'team' as kind, t.id, t.name as title, 'section ' || s.name as detail, null::uuid as team_id, true as released
        from team t join section s on s.id = t.section_id where t.project_id = ${id} and t.name ilike ${like}
      union all select 'requirement', id, code || ' ' || statement, state, null, true from requirement
        where project_id = ${id} and (code ilike ${like} or statement ilike ${like})
      union all select 'sentence', id, sentence, said_by, null, true from statement where project_id = ${id} and sentence ilike ${like}
      union all select 'question', id, text, case when must then 'must be asked' else 'question' end, null, true from question
        where project_id = ${id} and not hidden and merged_into is null and text ilike ${like}
      union all select 'answer', a.id, a.text, q.text, null, true from answer a join question q on q.id = a.question_id
        where a.project_id = ${id} and a.text ilike ${like}
      union all select 'note', id, title, left(about, 80), null, true from research where project_id = ${id} and (title ilike ${like} or about ilike ${like})
      union all select 'iteration', i.id, t.name || ' ' || i.number || ': ' || i.change, i.state, i.team_id, i.released_at is not null
        from iteration i join team t on t.id = i.team_id
        where i.project_id = ${id} and (i.change ilike ${like} or i.reason ilike ${like} or t.name || ' ' || i.number ilike ${like})
      union all select 'run', r.id, t.name || ', ' || e.name || coalesce(', attempt ' || r.attempt, ', practice run'), coalesce(r.value || ' ' || r.unit, r.status), r.team_id, i.released_at is not null
        from trial r join team t on t.id = r.team_id join event e on e.id = r.event_id join iteration i on i.id = r.iteration_id
        where r.project_id = ${id} and r.taken_back_at is null and (r.note ilike ${like} or t.name || ' ' || e.name ilike ${like})
      union all select 'stage', id, name, left(hands_in, 80), null, true from stage
        where project_id = ${id} and (name ilike ${like} or hands_in ilike ${like} or needs ilike ${like})
      union all select 'hazard', id, name, left(cautions, 80), null, true from hazard
        where project_id = ${id} and (name ilike ${like} or cautions ilike ${like})
      union all select 'machine', id, name, use_minutes || ' minutes a use', null, true from resource where project_id = ${id} and name ilike ${like}
      union all select 'gate', g.id, g.name, 'before ' || s.name, null, true from gate g join stage s on s.id = g.stage_id
        where g.project_id = ${id} and g.name ilike ${like}
      union all select 'concept', c.id, c.title, c.fate, null, true from concept c left join concept_round r on r.section_id = c.section_id
        where c.project_id = ${id} and c.removed_at is null and (c.title ilike ${like} or c.steps::text ilike ${like})
          and (${seat.role === 'instructor'} or c.author_id = ${seat.actor.id} or (r.released_at is not null and c.section_id = ${seat.sectionId}))
      union all select 'part', id, code || ' ' || name, state, null, true from part where project_id = ${id} and (code ilike ${like} or name ilike ${like})
      union all select 'event', id, name, attempts_allowed || ' attempts', null, true from event where project_id = ${id} and name ilike ${like}
      union all select 'protocol', id, name, left(procedure, 80), null, true from protocol where project_id = ${id} and (name ilike ${like} or procedure ilike ${like})
      union all select 'instrument', id, name, 'shows ' || resolution || ' ' || unit, null, true from instrument where project_id = ${id} and name ilike ${like}
    ) hits limit 200`;
  return hits.filter((hit) => hit.teamId === null || allowed(seat, 'iteration.read', hit)).slice(0, 80);
}
