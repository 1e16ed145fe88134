import Papa from 'papaparse';

/** What a spreadsheet would take for a formula: the signs one begins with, full-width ones too, and a minus before no number. */
const FORMULA = /^[=+@\t\r\n＝＋－＠]|^-(?!\d+(?:[.,]\d+)?(?:[eE][+-]?\d+)?$)/;

/**
 * Rows as CSV (RFC 4180, with a byte order mark for spreadsheets); cells that would run as a formula are defused.
 * @param fields the names of the columns
 * @param delimiter what stands between columns
 * @example csv(['team', 'g'], [['Flint', 884]]) // '\uFEFFteam,g\r\nFlint,884\r\n'
 */
export function csv(
  fields: readonly string[],
  rows: readonly (readonly (string | number | null)[])[],
  delimiter = ',',
): string {
  const data = { fields: [...fields], data: rows.map((row) => [...row]) };
  return `\uFEFF${Papa.unparse(data, { newline: '\r\n', escapeFormulae: FORMULA, delimiter })}\r\n`;
}
