import QRCode from 'qrcode';
import { addDays } from 'date-fns';
import type { Sql, Tx } from '@/db/connection';
import { newCode, newToken, readCode, tokenHash } from '@/server/secrets';

/** A slip as it is printed. The address opens once; only a hash of its secret is stored. */
export interface Slip {
  name: string;
  team: string;
  login: string;
  address: string;
  /** To be typed where no camera is at hand: "K7QM4-T2XW9". */
  short: string;
  /** The address as a QR code (SVG). */
  code: string;
}

interface ForSlip {
  id: string;
  name: string;
  login: string;
  team: string | null;
}

/** The students of a section, or one of them, by team. */
export async function listForSlips(
  sql: Sql,
  projectId: string,
  sectionId: string,
  accountId: string | null,
): Promise<ForSlip[]> {
  return sql<ForSlip[]>`
    select a.id, a.name, a.login, t.name as team from enrolment e join account a on a.id = e.account_id
    left join team_member m on m.project_id = e.project_id and m.account_id = e.account_id left join team t on t.id = m.team_id
    where e.project_id = ${projectId} and e.section_id = ${sectionId} and e.left_on is null ${accountId ? sql`and a.id = ${accountId}` : sql``}
    order by t.name nulls last, a.name`;
}

/** Makes a slip for each of these students; slips made before and not used open no more. */
export async function makeSlipsFor(
  tx: Tx,
  students: ForSlip[],
  { projectId, days, origin }: { projectId: string; days: number; origin: string },
): Promise<Slip[]> {
  if (students.length === 0) return [];
  await tx`delete from sign_in_slip where account_id = any(${students.map((one) => one.id)}) and used_at is null`;
  const tokens = students.map(() => newToken());
  const codes = students.map(() => newCode());
  const rows = students.map(({ id }, i) => ({
    projectId,
    accountId: id,
    tokenHash: tokenHash(tokens[i]!),
    codeHash: tokenHash(readCode(codes[i]!)!),
    expiresAt: addDays(new Date(), days),
  }));
  await tx`insert into sign_in_slip ${tx(rows)}`;
  return Promise.all(
    students.map(async ({ name, login, team }, i) => {
      const address = `${origin}/s/${tokens[i]}`;
      return {
        name,
        login,
        team: team ?? '',
        address,
        short: codes[i]!,
        code: await QRCode.toString(address, { type: 'svg', margin: 1 }),
      };
    }),
  );
}
