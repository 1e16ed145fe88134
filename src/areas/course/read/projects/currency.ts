import { CURRENCIES } from '@/core/dimensions';
import type { Tx } from '@/db/connection';
import { ofProject, readShape } from '@/db/shape';

/** Puts another name to the money of a project: every cost keeps its figure. */
export async function renameCurrency(tx: Tx, projectId: string, currency: string): Promise<void> {
  const others = CURRENCIES.filter((name) => name !== currency);
  for (const table of (await readShape(tx)).values()) {
    if (!ofProject(table) || table.name === 'audit') continue;
    for (const { name } of table.columns.filter((column) => /(^|_)unit$/.test(column.name)))
      await tx`update ${tx(table.name)} set ${tx(name)} = ${currency}
        where project_id = ${projectId} and ${tx(name)} = any(${others})`;
  }
}
