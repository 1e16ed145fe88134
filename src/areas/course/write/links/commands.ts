import { addDays } from 'date-fns';
import type postgres from 'postgres';
import type { LinkPurpose } from '@/server/linkPurposes';
import { FieldError } from '@/server/outcome';
import { newToken, tokenHash } from '@/server/secrets';

export interface LinkWanted {
  purpose: LinkPurpose;
  label: string;
  rubricId?: string | null;
  scoresAs?: 'judges' | 'client';
  sectionId?: string | null;
  eventId?: string | null;
  reviewId?: string | null;
  endsOn: string;
}

/** Links that nobody minds any more end by themselves: days. */
const A_YEAR = 370;
const BY_SECTION: readonly string[] = ['board', 'substitute', 'feed'];

/** Makes a link and gives its path, which can't be had again: only a hash of its token is stored. */
export async function makeLink(tx: postgres.TransactionSql, projectId: string, wanted: LinkWanted): Promise<string> {
  const { purpose, label, rubricId, scoresAs = 'judges', sectionId, eventId, reviewId, endsOn } = wanted;
  const token = newToken();
  const judge =
    purpose === 'judge' && rubricId ? await judgeOf(tx, projectId, { rubricId, name: label, kind: scoresAs }) : null;
  const endsAt = new Date(`${endsOn}T23:59:59Z`);
  if (endsAt > addDays(new Date(), A_YEAR))
    throw new FieldError('endsOn', 'A link ends within a year; make a new one then.');
  if (endsAt < new Date()) throw new FieldError('endsOn', 'This day has passed; the link would never open.');
  const row = {
    projectId,
    purpose,
    label,
    tokenHash: tokenHash(token),
    rubricId: judge ? (rubricId ?? null) : null,
    judgeId: judge,
    sectionId: BY_SECTION.includes(purpose) ? (sectionId ?? null) : null,
    eventId: purpose === 'official' ? (eventId ?? null) : null,
    reviewId: purpose === 'panel' ? (reviewId ?? null) : null,
    endsAt,
  };
  await tx`insert into access_link ${tx(row)}`;
  return pathOf(purpose, token);
}

/** Makes a link's secret anew and gives its path. @throws FieldError for one that has ended. */
export async function remakeLink(tx: postgres.TransactionSql, projectId: string, id: string): Promise<string> {
  const token = newToken();
  const [row] = await tx<{ purpose: string }[]>`
    update access_link set token_hash = ${tokenHash(token)}
    where id = ${id} and project_id = ${projectId} and revoked_at is null and ends_at > now() returning purpose`;
  if (!row) throw new FieldError('', 'This link has ended. Create another one.');
  return pathOf(row.purpose, token);
}

const pathOf = (purpose: string, token: string) => (purpose === 'feed' ? `/feed/${token}.ics` : `/l/${token}`);

/** The judge of this name in the rubric; a new link for the same name goes on with the same scores. */
async function judgeOf(
  tx: postgres.TransactionSql,
  projectId: string,
  { rubricId, name, kind }: { rubricId: string; name: string; kind: 'judges' | 'client' },
): Promise<string> {
  const [rubric] = await tx`
    select 1 from criterion c join rubric r on r.id = c.rubric_id and r.edition = c.edition
    where r.id = ${rubricId} and r.project_id = ${projectId} and c.scorer = ${kind} limit 1`;
  if (!rubric)
    throw new FieldError(
      'rubricId',
      `This rubric has no criterion that ${kind === 'client' ? 'the client scores' : 'judges score'}.`,
    );
  const [known] = await tx<{ id: string; kind: string }[]>`
    select id, kind from judge where rubric_id = ${rubricId} and name = ${name} and account_id is null`;
  if (known && known.kind !== kind)
    throw new FieldError('label', 'Somebody of this name scores other criteria of this rubric.');
  if (known) return known.id;
  const [made] = await tx<[{ id: string }]>`
    insert into judge (project_id, rubric_id, name, kind) values (${projectId}, ${rubricId}, ${name}, ${kind}) returning id`;
  return made.id;
}
