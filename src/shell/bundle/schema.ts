import Ajv, { type ValidateFunction } from 'ajv';
import { wordOf } from '@/db/catalogue';
import type { Column, Shape } from '@/db/shape';
import { FieldError } from '@/server/outcome';
import { carriedTables } from './columns';
import { FORMAT, VERSION, type Bundle } from './format';

type Json = Record<string, unknown>;

/** The JSON Schema of a bundle, as the catalogue and the database say it. */
export function bundleSchema(shape: Shape): Json {
  const tables = Object.fromEntries(
    carriedTables(shape).map(({ table, columns, targets, implied }): [string, Json] => {
      const derived = new Set(implied.flatMap((one) => one.columns.map(([own]) => own)));
      const required = columns
        .filter(({ name, nullable, hasDefault }) => !nullable && !hasDefault && name !== 'id' && !derived.has(name))
        .map(({ name }) => name);
      const properties = Object.fromEntries(columns.map((one) => [one.name, typeOf(one, targets.get(one.name))]));
      return [
        table.name,
        { type: 'array', items: row(properties, required), description: `rows: ${wordOf(table.name)}` },
      ];
    }),
  );
  const name = { type: 'string', minLength: 1, maxLength: 160 };
  const person = row({ id: ID, name, student_number: { type: ['string', 'null'], maxLength: 160 } }, ['id', 'name']);
  return {
    $schema: 'http://json-schema.org/draft-07/schema#',
    title: 'A project bundle of Ironstone',
    type: 'object',
    additionalProperties: false,
    required: ['format', 'version', 'tables'],
    properties: {
      format: { const: FORMAT },
      version: { const: VERSION },
      tables: {
        type: 'object',
        additionalProperties: false,
        required: ['project'],
        properties: { ...tables, project: { ...tables.project, minItems: 1, maxItems: 1 }, person: list(person) },
      },
    },
  };
}

const ID = { type: 'string', minLength: 1, maxLength: 80 };
const list = (items: Json): Json => ({ type: 'array', items });
const row = (properties: Json, required: string[]): Json => ({
  type: 'object',
  additionalProperties: false,
  ...(required.length > 0 ? { required } : {}),
  properties,
});

function typeOf({ name, type, nullable, oneOf }: Column, target?: string): Json {
  const or = (one: string) => (nullable ? [one, 'null'] : one);
  if (target) return { ...ID, type: or('string'), description: `id of: ${target === 'account' ? 'person' : target}` };
  if (name === 'id') return ID;
  if (oneOf) return { enum: nullable ? [...oneOf, null] : oneOf };
  if (type === 'jsonb') return {};
  if (type.endsWith('[]')) return list({ type: 'string' });
  if (type === 'boolean') return { type: or('boolean') };
  if (/^(integer|bigint|smallint)$/.test(type)) return { type: or('integer') };
  if (/^(numeric|double precision|real)$/.test(type)) return { type: or('number') };
  if (type === 'date') return { type: or('string'), pattern: '^\\d{4}-\\d\\d-\\d\\d$' };
  return { type: or('string') };
}

let compiled: { of: Shape; fits: ValidateFunction } | null = null;

/** @throws FieldError at "file" for a bundle that does not fit the format, naming the place. */
export function checkFormat(bundle: Bundle, shape: Shape): void {
  if (compiled?.of !== shape)
    compiled = {
      of: shape,
      fits: new Ajv({ allErrors: false, strict: true, allowUnionTypes: true }).compile(bundleSchema(shape)),
    };
  if (compiled.fits(bundle)) return;
  const [problem] = compiled.fits.errors ?? [];
  const [, , table, at, column] = (problem?.instancePath ?? '').split('/');
  const more =
    problem?.params && 'additionalProperty' in problem.params ? ` (${String(problem.params.additionalProperty)})` : '';
  const place =
    table && at ? `${wordOf(table)} ${Number(at) + 1}${column ? `, column ${column}` : ''}` : table || 'its top';
  throw new FieldError(
    'file',
    `The bundle does not fit the format at ${place}: ${problem?.message}${more}. Nothing was brought in.`,
  );
}
