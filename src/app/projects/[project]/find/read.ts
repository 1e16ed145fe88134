import { search } from '@/shell/find/search';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Find” shows. */
export async function readFindPage(sql: Sql, frame: Frame, { q }: { q: string | string[] | undefined }) {
  const text = typeof q === 'string' ? q : '';
  const hits = await search(sql, frame.seat, text);
  return { text, hits };
}
