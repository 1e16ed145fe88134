import { bill, type Bill, type BillLine, type LineSource } from '@/core/materials';
import type { Sql } from '@/db/connection';
import { remembered } from '@/db/remember';
import { agreedOn, type Requirement } from '@/areas/brief';
import type { Dimension } from '@/core/units';

/** A material of the project: one piece of it, how many there are, and the rule that does not allow it. */
export interface Material {
  id: string;
  name: string;
  /** g */
  unitMass: number | null;
  unitPrice: number | null;
  stock: number | null;
  rule: string;
  version: number;
}
/** A line as it is stored; what it leaves open is its material's. */
export interface StoredLine {
  part: string;
  subsystem: string;
  materialId: string | null;
  quantity: number;
  waste: number;
  unitMass: number | null;
  unitPrice: number | null;
  source: LineSource;
}
export interface StoredBill {
  id: string;
  iterationId: string;
  teamId: string;
  lines: StoredLine[];
  version: number;
}

/** The project's list of materials, by name. */
export const listMaterials = remembered(async (sql: Sql, projectId: string): Promise<Material[]> => {
  return sql<Material[]>`
    select id, name, unit_mass, unit_price, stock, rule, version from material where project_id = ${projectId} order by lower(name)`;
});

/** The bills of all iterations of a project. */
export const listBills = remembered(async (sql: Sql, projectId: string): Promise<StoredBill[]> => {
  return sql<StoredBill[]>`
    select b.id, b.iteration_id, i.team_id, b.lines, b.version from bill b join iteration i on i.id = b.iteration_id
    where b.project_id = ${projectId} order by i.team_id, i.number`;
});

/** How many pieces of each material these bills have used, waste included, by its id. */
export function usedBy(bills: readonly StoredBill[]): Map<string, number> {
  const used = new Map<string, number>();
  for (const { materialId, quantity, waste } of bills.flatMap(({ lines }) => lines))
    if (materialId) used.set(materialId, (used.get(materialId) ?? 0) + quantity + waste);
  return used;
}

/** Lines with what their material gives them. */
function wholeLines(lines: readonly StoredLine[], materials: readonly Material[]): BillLine[] {
  return lines.map(({ materialId, ...line }) => {
    const material = materials.find(({ id }) => id === materialId);
    return {
      ...line,
      material: material?.name ?? '',
      unitMass: line.unitMass ?? material?.unitMass ?? null,
      unitPrice: line.unitPrice ?? material?.unitPrice ?? null,
      rule: material?.rule ?? '',
    };
  });
}

/** A bill added up, with the names of the materials. */
export function judgeBill(
  lines: readonly StoredLine[],
  materials: readonly Material[],
  banned: readonly string[],
): { lines: BillLine[]; bill: Bill } {
  const whole = wholeLines(lines, materials);
  return { lines: whole, bill: bill({ lines: whole, banned }) };
}

/** The first limit "at most" on something of this kind: of the mass, or the cost. */
export function limitOn(requirements: readonly Requirement[], dimension: Dimension): Requirement | null {
  return agreedOn(requirements).find((one) => one.kind === 'max' && one.dimension === dimension) ?? null;
}
