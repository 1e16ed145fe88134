import {
  readBrief,
  listBriefVersions,
  listRequirements,
  readByPerson,
  toBriefParts,
  limitsByRule,
  countReaders,
  briefDifference,
} from '@/areas/brief';
import { readSafety } from '@/areas/safety';
import { listLinks } from '@/areas/course';
import type { Sql } from '@/db/connection';
import type { Frame } from '@/shell/frame';

/** What the page “Brief” shows. */
export async function readBriefPage(sql: Sql, frame: Frame) {
  const { project, role, actor } = frame.seat;
  const { id } = project;
  const leads = role === 'instructor';
  const [brief, versions, requirements, read, safety] = await Promise.all([
    readBrief(sql, id),
    listBriefVersions(sql, id),
    listRequirements(sql, id),
    readByPerson(sql, id, actor.id),
    readSafety(sql, id),
  ]);
  const draft = { ...toBriefParts({ ...brief }), limits: limitsByRule(requirements) };
  const [latest] = versions;
  const readers = leads && latest ? await countReaders(sql, id, latest.number) : null;
  const known = versions.find((version) => version.number === read);
  const links = leads ? await listLinks(sql, id, 'client') : [];
  const unpublished = latest ? briefDifference(latest.content, draft) : [];
  return { leads, brief, versions, read, safety, draft, latest, readers, known, links, unpublished };
}
