/**
 * Runs examples of the core's contract: `npm run vectors -- DIR` reads every *.json of DIR, calls the named
 * function with each case's input and compares. Prints each failure and ends with `N passed, N failed`.
 */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import * as bench from '@/core/bench';
import * as builds from '@/core/builds';
import * as calendar from '@/core/calendar';
import * as concepts from '@/core/concepts';
import * as plan from '@/core/plan';
import * as ranking from '@/core/ranking';
import * as requirements from '@/core/requirements';
import * as rubric from '@/core/rubric';
import * as scoring from '@/core/scoring';
import * as sessions from '@/core/sessions';
import * as teams from '@/core/teams';
import * as tournament from '@/core/tournament';
import { CoreError } from '@/core/units';
import * as units from '@/core/units';

// The contract names the plan and the test day after the calendar they stand on.
const subjects: Record<string, object> = {
  bench,
  builds,
  calendar: { ...calendar, ...plan, ...sessions },
  concepts,
  ranking,
  requirements,
  rubric,
  scoring,
  teams,
  tournament,
  units,
};

interface Case {
  name: string;
  input: unknown;
  expect?: unknown;
  throws?: string;
  tolerance?: number;
}

function differs(expected: unknown, found: unknown, tolerance: number, at: string): string | null {
  if (typeof expected === 'number') {
    const slack = tolerance * Math.max(1, Math.abs(expected));
    if (typeof found === 'number' && Math.abs(found - expected) <= slack) return null;
    return `${at || 'result'}: expected ${expected}, got ${JSON.stringify(found)}`;
  }
  if (Array.isArray(expected)) {
    if (!Array.isArray(found) || found.length !== expected.length)
      return `${at}: expected ${expected.length} elements, got ${JSON.stringify(found)}`;
    return expected.map((item, i) => differs(item, found[i], tolerance, `${at}[${i}]`)).find(Boolean) ?? null;
  }
  if (expected !== null && typeof expected === 'object') {
    if (found === null || typeof found !== 'object') return `${at}: expected an object, got ${JSON.stringify(found)}`;
    const entries = Object.entries(expected);
    return (
      entries
        .map(([key, item]) =>
          differs(item, (found as Record<string, unknown>)[key], tolerance, at ? `${at}.${key}` : key),
        )
        .find(Boolean) ?? null
    );
  }
  return expected === found ? null : `${at}: expected ${JSON.stringify(expected)}, got ${JSON.stringify(found)}`;
}

function run(call: unknown, test: Case): string | null {
  if (typeof call !== 'function') return 'the core has no such function';
  try {
    const found: unknown = call(test.input);
    if (test.throws !== undefined) return `expected an error with "${test.throws}", got ${JSON.stringify(found)}`;
    return differs(test.expect, found, test.tolerance ?? 1e-9, '');
  } catch (error) {
    const message = error instanceof Error ? error.message : String(error);
    if (test.throws === undefined) return `threw: ${message}`;
    if (!(error instanceof CoreError)) return `threw something that is no CoreError: ${message}`;
    return message.toLowerCase().includes(test.throws.toLowerCase())
      ? null
      : `threw "${message}", without "${test.throws}"`;
  }
}

const folder = process.argv[2];
if (!folder) {
  console.error('Usage: npm run vectors -- DIR');
  process.exit(2);
}
let [passed, failed] = [0, 0];
for (const file of readdirSync(folder)
  .filter((name) => name.endsWith('.json'))
  .sort()) {
  const { function: name, cases } = JSON.parse(readFileSync(path.join(folder, file), 'utf8')) as {
    function: string;
    cases: Case[];
  };
  const [subject = '', method = ''] = name.split('.');
  const call = Object.hasOwn(subjects, subject) ? (subjects[subject] as Record<string, unknown>)[method] : undefined;
  for (const test of cases) {
    const problem = run(call, test);
    if (problem) console.log(`FAILED ${name}, ${test.name}: ${problem}`);
    if (problem) failed++;
    else passed++;
  }
}
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
