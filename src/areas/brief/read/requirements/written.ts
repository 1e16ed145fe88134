import type { Requirement, Source } from '@/areas/brief/read/requirements';
import { number, limitText } from '@/core/format';
import { COLUMNS } from '@/areas/brief/shared/requirements/columns';

/** A source in words, as lists carry it. */
function sourceText({ kind, sentence, saidBy, researchTitle, note }: Source): string {
  const what = sentence ? `client: “${sentence}” (${saidBy})` : researchTitle ? `${kind}: ${researchTitle}` : kind;
  return note ? `${what}: ${note}` : what;
}

/** The list as rows of CSV, in the columns that are understood again on the way in. */
export function asRows(requirements: Requirement[]): (string | number | null)[][] {
  return requirements.map((r) => {
    const cells: Record<(typeof COLUMNS)[number], string | number | null> = {
      code: r.code,
      statement: r.statement,
      kind: r.kind,
      parameter: r.parameterName,
      dimension: r.dimension,
      value: r.value,
      low: r.low,
      high: r.high,
      tolerance: r.tolerance,
      unit: r.unit,
      counts: r.counts,
      weight: r.weight,
      priority: r.priority,
      decision: r.decision,
      method: r.method,
      'verified by': r.verifiedBy || r.protocolName,
      state: r.state,
      sources: r.sources.map(sourceText).join('; '),
    };
    return COLUMNS.map((name) => cells[name]);
  });
}

const cell = (text: string) => text.replace(/[\\|<>*_`[\]]/g, '\\$&').replace(/\s+/g, ' ');

/** The list as a Markdown table. */
export function asMarkdown(title: string, requirements: Requirement[]): string {
  const head = ['Code', 'Requirement', 'Limit', 'Priority', 'Weight', 'Verified by', 'State', 'Comes from'];
  const rows = requirements.map((r) => [
    r.code,
    r.counts ? `${r.statement} (counts: ${r.counts})` : r.statement,
    r.kind === 'wish' ? 'wish' : limitText(r),
    r.priority,
    r.weight === null ? '' : number(r.weight),
    [r.method, r.protocolName ?? r.verifiedBy].filter(Boolean).join(': '),
    r.state,
    r.sources.map(sourceText).join('; '),
  ]);
  const line = (cells: string[]) => `| ${cells.map(cell).join(' | ')} |`;
  return [
    `# Requirements: ${cell(title)}`,
    '',
    line(head),
    line(head.map(() => '---')).replaceAll('\\', ''),
    ...rows.map(line),
    '',
  ].join('\n');
}
