import type { Material, StoredLine } from '@/areas/builds/read/materials';

const text = (value: number | null) => (value === null ? '' : String(value));

/** A material as its form has it. */
export const materialForm = (one: Pick<Material, 'name' | 'unitMass' | 'unitPrice' | 'stock' | 'rule'>) => ({
  name: one.name,
  unitMass: text(one.unitMass),
  unitPrice: text(one.unitPrice),
  stock: text(one.stock),
  rule: one.rule,
});

/** The lines of a bill as its form has them. */
export const billForm = (lines: readonly StoredLine[]) => ({
  lines: lines.map((line) => ({
    ...line,
    materialId: line.materialId ?? '',
    quantity: text(line.quantity),
    waste: line.waste === 0 ? '' : text(line.waste),
    unitMass: text(line.unitMass),
    unitPrice: text(line.unitPrice),
  })),
});
