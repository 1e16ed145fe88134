import { day, moment } from '@/core/format';
import type { ShownContent } from '@/areas/standings/read/awards/shown';

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const text = (value: string | number | null) => String(value ?? '–').replace(/[&<>"']/g, (sign) => SIGNS[sign]!);

const STYLE = `
body{margin:0;padding:20px;background:#fffdf8;color:#22262a;font:16px/1.45 system-ui,sans-serif}
main{max-width:760px;margin:auto;border:3px double #22262a;padding:20px 24px}
h1{margin:0;font-size:26px}h2{font-size:17px;margin:22px 0 6px}
table{border-collapse:collapse;width:100%;max-width:460px}th{text-align:left;font-weight:600;color:#5d6164;font-size:13px}
td,th{border-bottom:1px solid #e4dfd3;padding:4px 10px 4px 0}.n{text-align:right;width:4em;font-variant-numeric:tabular-nums}
p{margin:4px 0}.faint{color:#5d6164}`;

/** The page of frozen results: plain HTML, every text escaped. */
export function resultsPage(content: ShownContent & { asOf: string }): string {
  const { title, client, standings, events, contests, awards, asOf } = content;
  const table = (rows: readonly { place: number | null; team: string; points?: string }[], points: boolean) =>
    `<table><thead><tr><th class="n">Place</th><th>Team</th>${points ? '<th class="n">Points</th>' : ''}</tr></thead><tbody>${rows
      .map(
        (row) =>
          `<tr><td class="n">${text(row.place)}</td><td>${text(row.team)}</td>${points ? `<td class="n">${text(row.points ?? null)}</td>` : ''}</tr>`,
      )
      .join('')}</tbody></table>`;
  const part = (heading: string, body: string) => `<section><h2>${text(heading)}</h2>${body}</section>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<meta name="robots" content="noindex"><title>Results · ${text(title)}</title><style>${STYLE}</style></head><body><main>
<h1>${text(title)}</h1><p class="faint">${text(client)} · ${text(day(content.day))}</p>
${standings.length > 0 ? part('Standings', table(standings, true)) : ''}
${contests.map(({ name, rows }) => part(name, table(rows, false))).join('')}
${events.map(({ name, rows }) => (rows.length > 0 ? part(name, table(rows, true)) : '')).join('')}
${
  awards.length > 0
    ? part(
        'Awards',
        awards
          .map(
            ({ name, teams, because }) =>
              `<p><b>${text(name)}</b>: ${text(teams.join(', '))} <span class="faint">${text(because)}</span></p>`,
          )
          .join(''),
      )
    : ''
}
<p class="faint" style="margin-top:22px">As of ${text(moment(asOf))}. This page does not change.</p></main></body></html>`;
}
