import Link from 'next/link';
import type { Team } from '@/server/records/classes';
import { allowedSide } from '@/server/records/requirements';
import type { Verdict } from '@/server/records/verdicts';
import { tagColour } from '@/ui/colours';
import { measured } from '@/ui/format';
import { Plumb, VERDICT_TONE, VERDICT_WORD } from '@/ui/glyphs/Plumb';
import { limitText } from '@/ui/limit';
import { settles } from './settles';

export interface Column {
  team: Team;
  iterationHref: string | null;
  iterationNumber: number | null;
  verdicts: Verdict[];
}

/** Every requirement against every team's newest iteration; the plumb shows where the value hangs. */
export function Compliance({ columns }: { columns: Column[] }) {
  const rows = columns[0]?.verdicts.map((verdict) => verdict.requirement) ?? [];
  const remarks = columns.flatMap(({ team, verdicts }) =>
    verdicts.filter((v) => v.verdict === 'inconclusive').map((v) => ({ team, v })),
  );
  return (
    <>
      <div className="overflow-x-auto">
        <table>
          <thead>
            <tr>
              <th>Code</th>
              <th>Requirement</th>
              <th className="right">Limit</th>
              {columns.map(({ team, iterationHref, iterationNumber }) => (
                <th key={team.id} className="!px-1" style={{ borderBottom: `3px solid ${tagColour(team.colour)}` }}>
                  {team.name} {iterationHref ? <a href={iterationHref}>{iterationNumber}</a> : ''}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((requirement, i) => (
              <tr key={requirement.id}>
                <td className="num whitespace-nowrap">{requirement.code}</td>
                <td>{requirement.statement}</td>
                <td className="num right whitespace-nowrap">{limitText(requirement)}</td>
                {columns.map(({ team, verdicts, iterationHref }) => (
                  <td key={team.id} className="!px-1 !py-0.5">
                    <Cell verdict={verdicts[i]!} href={iterationHref} />
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="mt-3 flex flex-col gap-1 text-sm">
        {remarks.map(({ team, v }) => (
          <p key={team.id + v.requirement.id}>
            <b className="text-ochre">
              {v.requirement.code}, {team.name}: inconclusive.
            </b>{' '}
            {settles(v)}
          </p>
        ))}
      </div>
    </>
  );
}

function Cell({ verdict, href }: { verdict: Verdict; href: string | null }) {
  const word = <span className={`word ${VERDICT_TONE[verdict.verdict]}`}>{VERDICT_WORD[verdict.verdict]}</span>;
  const { kind } = verdict.requirement;
  const glyph =
    kind === 'yes' || kind === 'wish' ? null : (
      <Plumb
        kind={kind}
        verdict={verdict.verdict}
        value={verdict.value}
        uncertainty={verdict.uncertainty}
        {...allowedSide(verdict.requirement)}
      />
    );
  const title =
    verdict.value === null ? undefined : measured(verdict.value, verdict.uncertainty, verdict.requirement.unit);
  const inside = (
    <span className="flex flex-col leading-none" title={title}>
      {glyph}
      {word}
    </span>
  );
  return href ? (
    <Link prefetch={false} href={href} className="block no-underline">
      {inside}
    </Link>
  ) : (
    inside
  );
}
