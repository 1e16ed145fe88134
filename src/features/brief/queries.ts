import { cache } from 'react';
import { pool } from '@/db/connection';

export interface Brief {
  challenge: string;
  thing: string;
  account: string;
  rules: string;
  hazards: string;
  published: boolean;
  version: number;
}
export interface Statement {
  id: string;
  sentence: string;
  saidBy: string;
  saidOn: string;
  version: number;
  /** Codes of the requirements made from it. */
  codes: string[];
}

export const readBrief = cache(async (projectId: string): Promise<Brief> => {
  const [row] = await pool()<[Brief]>`
    select challenge, thing, account, rules, hazards, published_at is not null as published, version from brief where project_id = ${projectId}`;
  return row;
});

/** What the client said, sentence by sentence. */
export const listStatements = cache(async (projectId: string): Promise<Statement[]> => {
  return pool()<Statement[]>`
    select s.id, s.sentence, s.said_by, s.said_on, s.version,
      coalesce((select array_agg(r.code order by r.code) from requirement r where r.statement_id = s.id), '{}') as codes
    from statement s where s.project_id = ${projectId} order by s.said_on, s.created_at, s.id`;
});
