import { remembered } from '@/db/remember';
import { type Sql } from '@/db/connection';

/** What a note says about one requirement. */
export interface Finding {
  requirementId: string;
  text: string;
  value: number | null;
  unit: string | null;
  uncertainty: number;
  answer: boolean | null;
}
export interface Research {
  id: string;
  teamId: string | null;
  title: string;
  kind: 'existing' | 'last-season' | 'reading';
  about: string;
  foundIn: string;
  isWinner: boolean;
  version: number;
  findings: Finding[];
}

/** What exists already and what it does about the requirements. */
export const listResearch = remembered(async (sql: Sql, projectId: string): Promise<Research[]> => {
  return sql<Research[]>`
    select r.id, r.team_id, r.title, r.kind, r.about, r.found_in, r.is_winner, r.version,
      coalesce((select jsonb_agg(jsonb_build_object('requirementId', f.requirement_id, 'text', f.text, 'value', f.value, 'unit', f.unit,
        'uncertainty', f.uncertainty, 'answer', f.answer) order by q.code) from finding f join requirement q on q.id = f.requirement_id
        where f.research_id = r.id), '[]') as findings
    from research r where r.project_id = ${projectId} order by r.kind, r.title`;
});
