import Papa from 'papaparse';
import { SOURCES } from '@/core/materials';

/** The columns of a bill as they are pasted, in any order; part and quantity must be there. */
export const LINE_COLUMNS = ['part', 'material', 'quantity', 'waste', 'mass', 'price', 'subsystem', 'source'] as const;
const MOST = 80;

/** A line as the form of a bill has it. */
export interface TypedLine {
  part: string;
  subsystem: string;
  materialId: string;
  quantity: string;
  waste: string;
  unitMass: string;
  unitPrice: string;
  source: string;
}

/**
 * Reads lines of a bill from CSV or a paste from a spreadsheet (comma, semicolon or tab). Materials are found by their names;
 * one that is not on the list leaves the line without one, and is told in `remarks`. What the lines say is checked when they
 * are saved.
 */
export function readLines(
  text: string,
  materials: readonly (readonly [id: string, name: string])[],
): { lines: TypedLine[]; problem: string | null; remarks: string[] } {
  const nothing = (problem: string) => ({ lines: [], problem, remarks: [] });
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, '').trim(), { skipEmptyLines: 'greedy' });
  const [header = [], ...rows] = data;
  // "Mass each, g" is the mass, too.
  const names = header.map((cell) => /[a-z]+/.exec(cell.toLowerCase())?.[0] ?? '');
  const missing = ['part', 'quantity'].filter((name) => !names.includes(name));
  if (missing.length > 0)
    return nothing(
      `The first line must name the columns, among them ${missing.join(' and ')}. It reads: ${header.join(', ').slice(0, 80)}`,
    );
  if (rows.length === 0) return nothing('There is a header line, but no part below it.');
  if (rows.length > MOST) return nothing(`At most ${MOST} lines; these are ${rows.length}. Nothing was read.`);
  const unknown = new Set<string>();
  const lines = rows.map((cells): TypedLine => {
    const cell = (name: (typeof LINE_COLUMNS)[number]) =>
      (cells[names.indexOf(name)] ?? '').trim().replace(/^'(?=[=+@-])/, '');
    const material = cell('material');
    const known = materials.find(([, name]) => name.toLowerCase() === material.toLowerCase());
    if (material && !known) unknown.add(material);
    const source = cell('source').toLowerCase();
    return {
      part: cell('part'),
      subsystem: cell('subsystem'),
      materialId: known?.[0] ?? '',
      quantity: cell('quantity'),
      waste: cell('waste'),
      unitMass: cell('mass'),
      unitPrice: cell('price'),
      source: (SOURCES as readonly string[]).includes(source) ? source : 'kit',
    };
  });
  return {
    lines,
    problem: null,
    remarks: [...unknown].map((name) => `“${name}” is not on the list of materials; its lines have none.`),
  };
}
