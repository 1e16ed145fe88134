import { readdirSync } from 'node:fs';
import path from 'node:path';
import type { AnyObjectSchema } from 'yup';

// What comes in at the door is bounded there: every text, list and number of every form has its most.
interface Field {
  type: string;
  oneOf?: unknown[];
  tests?: { name?: string }[];
  fields?: Record<string, Field>;
  innerType?: Field;
}
const BOUNDING = ['max', 'length', 'matches', 'decimal', 'lines'];
const bounded = ({ oneOf = [], tests = [] }: Field) =>
  oneOf.length > 0 || tests.some(({ name }) => BOUNDING.includes(name ?? ''));

function* unbounded(field: Field, at: string): Generator<string> {
  if (field.type === 'object')
    for (const [name, inner] of Object.entries(field.fields ?? {})) yield* unbounded(inner, `${at}.${name}`);
  if (['string', 'number', 'array'].includes(field.type) && !bounded(field)) yield `${at} (${field.type})`;
  if (field.type === 'array' && field.innerType) yield* unbounded(field.innerType, `${at}[]`);
}

const here = path.join(process.cwd(), 'src');
const files = readdirSync(here, { recursive: true, encoding: 'utf8' }).filter((file) =>
  /(\/records\/[a-zA-Z]+|^shell\/.*records)\.ts$/.test(file),
);

test('every field of every form has its most', async () => {
  const found: string[] = [];
  let schemas = 0;
  for (const file of files) {
    const all = (await import(path.join(here, file))) as Record<string, Partial<AnyObjectSchema>>;
    for (const [name, schema] of Object.entries(all)) {
      if (typeof schema?.describe !== 'function') continue;
      schemas++;
      found.push(...unbounded(schema.describe() as Field, `${file} ${name}`));
    }
  }
  expect(schemas).toBeGreaterThan(80);
  expect(found).toEqual([]);
});
