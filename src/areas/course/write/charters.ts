'use server';

import { FieldError } from '@/server/outcome';
import { action } from '@/server/perform';
import { ofTeam } from '@/areas/course/read/teams/target';
import { saveRow } from '@/server/saveRow';
import { agreeSchema, charterSchema } from '@/areas/course/records/charters';
import { charterForm } from '@/areas/course/read/charters/toForm';

const TEXTS = ['works', 'musts', 'beats', 'working'] as const;

/** Writes a team's charter. Another text has to be agreed to again. */
export const saveCharter = action(
  'saveCharter',
  charterSchema,
  async (work, { version, teamId, works, musts, beats, working }) => {
    const { tx, notes } = work;
    const texts = { works, musts, beats, working };
    const [known] = await tx<({ id: string; textVersion: number } & typeof texts)[]>`
          select id, text_version, works, musts, beats, working from charter where team_id = ${teamId} for update`;
    const changed = known && TEXTS.some((key) => known[key] !== texts[key]);
    if (changed) notes.push('Each member agrees to it again, as it has changed');
    const id = await saveRow(
      work,
      'charter',
      { id: known && version !== null ? known.id : null, version },
      { teamId, ...texts, ...(changed ? { textVersion: known.textVersion + 1 } : {}) },
      charterForm,
    );
    return { id };
  },
  ofTeam,
);

/** A member agrees to the charter in the version that was shown. */
export const agreeToCharter = action(
  'agreeToCharter',
  agreeSchema,
  async ({ tx, projectId, seat, now }, { teamId, textVersion }) => {
    const [charter] = await tx<{ textVersion: number }[]>`
          select text_version from charter where team_id = ${teamId} and project_id = ${projectId} for share`;
    if (charter?.textVersion !== textVersion)
      throw new FieldError('', 'The charter was changed meanwhile; read it again.');
    const row = { projectId, teamId, accountId: seat.actor.id, textVersion, agreedOn: now.slice(0, 10) };
    await tx`
          insert into charter_agreement ${tx(row)} on conflict (team_id, account_id) do update
          set text_version = excluded.text_version, agreed_on = excluded.agreed_on`;
  },
  ofTeam,
);
