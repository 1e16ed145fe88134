import { loadCompliance } from '@/areas/compliance/read/compliance';
import type { Sql } from '@/db/connection';
import type { Place, Search } from '@/areas/course';

/** What the page “Compliance” shows. */
export async function readCompliancePage(sql: Sql, frame: Place, { search }: { search: Search }) {
  const chosen = [search.of ?? []].flat();
  const byMargin = search.sort === 'margin';
  const choosing = search.choose !== undefined;
  const { columns, season } = await loadCompliance(
    sql,
    frame.seat,
    frame.teams,
    frame.section?.id ?? null,
    frame.team?.id ?? null,
    chosen,
  );
  const rows = columns[0]?.verdicts.length ?? 0;
  const keep = {
    ...(frame.section ? { section: frame.section.id } : {}),
    ...(frame.team ? { team: frame.team.id } : {}),
    ...(byMargin ? { sort: 'margin' } : {}),
  };
  return { chosen, byMargin, choosing, columns, season, rows, keep };
}
