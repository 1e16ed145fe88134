import { factsUsed, type EventRule } from '@/core/scoring';
import type { Row } from '@/db/shape';
import { factName } from '@/core/shared/factName';
import { rowsOf, type Bundle, type Tables } from './format';

/** What comes along with the events of a template, in the order of what refers to what. */
const ALONG = ['instrument', 'parameter', 'protocol', 'quantity', 'event', 'component'] as const;
type Along = (typeof ALONG)[number];
/** What is there once by its name: two templates that measure with a tape have one tape. */
const SHARED: readonly Along[] = ['instrument', 'parameter'];
const REFERS: Record<string, Along> = {
  instrument_id: 'instrument',
  parameter_id: 'parameter',
  protocol_id: 'protocol',
  quantity_id: 'quantity',
  event_id: 'event',
};

/**
 * A template with the events of others added: their protocols, what those measure, and their places in the standings. What
 * both have by the same name and dimension is one thing; a name that would be there twice gets the other template's title.
 */
export function withEventsOf(base: Bundle, others: readonly { title: string; bundle: Bundle }[]): Bundle {
  return others.reduce(
    (whole, { title, bundle }, i) => ({ ...whole, tables: added(whole, bundle, title, `${i + 1}`) }),
    base,
  );
}

function added(base: Bundle, other: Bundle, title: string, mark: string): Tables {
  const tables: Tables = { ...base.tables };
  const ids = new Map<string, unknown>();
  const wanted = eventsWithWhatTheyNeed(other);
  for (const table of ALONG) {
    const there = rowsOf(base, table);
    const names = new Set(there.map((row) => row.name));
    const positions = Math.max(0, ...there.map((row) => Number(row.position ?? 0)));
    const rows = wanted[table].flatMap((row): Row[] => {
      const same = SHARED.includes(table)
        ? there.find((one) => one.name === row.name && one.dimension === row.dimension)
        : undefined;
      const id = same?.id ?? `${table}-of-${mark}-${String(row.id)}`;
      ids.set(`${table} ${String(row.id)}`, id);
      if (same) return [];
      const told = Object.entries(row).map(([column, value]) => {
        const target = REFERS[column];
        return [column, target && value != null ? ids.get(`${target} ${String(value)}`) : value];
      });
      const own: Row = { ...(Object.fromEntries(told) as Row), id };
      if (row.name !== undefined && names.has(row.name)) own.name = `${String(row.name)} (${title})`;
      if (table === 'event' || table === 'component') own.position = positions + Number(row.position ?? 0);
      return [own];
    });
    if (rows.length > 0) tables[table] = [...there, ...rows];
  }
  return tables;
}

/** The events of a template and nothing that they don't need: no instrument of another protocol, no component of a rubric. */
function eventsWithWhatTheyNeed(bundle: Bundle): Record<Along, Row[]> {
  const event = rowsOf(bundle, 'event');
  const of = (rows: Row[], column: string) => new Set(rows.map((row) => row[column]));
  const protocol = rowsOf(bundle, 'protocol').filter(({ id }) => of(event, 'protocol_id').has(id));
  const quantity = rowsOf(bundle, 'quantity').filter(({ protocol_id: id }) => of(protocol, 'id').has(id));
  const facts = new Set(event.flatMap(({ rule }) => factsUsed(rule as EventRule)));
  return {
    event,
    protocol,
    quantity,
    instrument: rowsOf(bundle, 'instrument').filter(({ id }) => of(quantity, 'instrument_id').has(id)),
    // What a formula or a tie rule looks at is measured on the design.
    parameter: rowsOf(bundle, 'parameter').filter(
      (row) => of(quantity, 'parameter_id').has(row.id) || facts.has(factName(String(row.name))),
    ),
    component: rowsOf(bundle, 'component').filter(({ event_id: id }) => of(event, 'id').has(id)),
  };
}
