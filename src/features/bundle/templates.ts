import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { isId } from '@/server/access';
import { FieldError } from '@/server/outcome';
import type { Bundle } from './format';
import { pack, unpack } from './read';
import { type Sql } from '@/db/connection';

/** A starting project to choose from. */
export interface TemplateLine {
  /** "start/crumb-ferry" for one that ships with the program, "own/<id>" for one that an instructor kept. */
  key: string;
  title: string;
  about: string;
  /** How its results are scored and tested. */
  school: string;
  length: string;
  own: boolean;
}
const FOLDER = path.join(process.cwd(), 'templates');

/** The templates there are: those that ship with the program, and those kept in this installation. */
export async function listTemplates(sql: Sql, personId: string): Promise<TemplateLine[]> {
  const shipped = JSON.parse(await readFile(path.join(FOLDER, 'index.json'), 'utf8')) as (Omit<
    TemplateLine,
    'key' | 'own'
  > & { file: string })[];
  const kept = await sql<{ id: string; title: string; about: string; own: boolean }[]>`
    select id, title, about, account_id = ${personId} as own from template order by title, id`;
  return [
    ...shipped.map(({ file, ...line }) => ({ ...line, key: `start/${file}`, own: false })),
    ...kept.map(({ id, ...line }) => ({ ...line, key: `own/${id}`, school: '', length: '' })),
  ];
}

/** The bundle of a template. @throws FieldError at "template" for one that is not there. */
export async function readTemplate(sql: Sql, key: string): Promise<Bundle> {
  const [kind, name = ''] = key.split('/');
  const missing = new FieldError('template', 'This template is not there any more; choose another.');
  if (kind === 'start') {
    if (!/^[a-z-]{1,40}$/.test(name)) throw missing;
    const text = await readFile(path.join(FOLDER, `${name}.json`), 'utf8').catch(() => Promise.reject(missing));
    return unpack(pack(JSON.parse(text) as Bundle)).bundle;
  }
  const [row] = isId(name) ? await sql<{ bytes: Buffer }[]>`select bytes from template where id = ${name}` : [];
  if (!row) throw missing;
  return unpack(new Uint8Array(row.bytes)).bundle;
}

const isAgreed = ({ state }: { state: string }) => state === 'agreed' || state === 'changed';

/** A project without its people and its results: what another class can start from. */
export function toTemplate(bundle: Bundle): Bundle {
  const kept = new Set(bundle.requirements.filter(isAgreed).map((one) => one.code));
  const sentences = new Map(bundle.statements.map((one) => [one.key, one.sentence]));
  return {
    ...bundle,
    project: { ...bundle.project, pinnedNow: null },
    brief: { ...bundle.brief, fixedDates: [], versions: [] },
    visits: bundle.visits.map((visit) => ({
      ...visit,
      state: 'planned',
      questions: visit.questions
        .filter((one) => one.mergedInto === null && !one.hidden)
        .map((one) => ({ ...one, team: null, by: null, notes: [], answer: null })),
    })),
    statements: [],
    research: bundle.research.map((note) => ({
      ...note,
      team: null,
      findings: note.findings.filter((one) => kept.has(one.requirement)),
    })),
    requirements: bundle.requirements.filter(isAgreed).map((one) => ({
      ...one,
      state: 'agreed',
      owner: null,
      team: null,
      reason: '',
      stateOn: null,
      changes: [],
      budgets: one.budgets.filter((budget) => budget.team === null),
      sources: one.sources.map(({ said, ...source }) =>
        said === null
          ? { ...source, said }
          : {
              ...source,
              said: null,
              kind: 'season',
              note: `the client said: “${sentences.get(said) ?? ''}”`.slice(0, 400),
            },
      ),
    })),
    noClass: [],
    sections: [],
    teams: [],
    people: [],
    stages: bundle.stages.map((stage) => ({ ...stage, delay: 0, leftOut: false, handIns: [] })),
    hazards: bundle.hazards.map((hazard) => ({ ...hazard, signOffs: [], readBy: [] })),
    machines: bundle.machines.map((machine) => ({ ...machine, closures: [], bookings: [] })),
    sessions: [],
    gates: bundle.gates.map((gate) => ({
      ...gate,
      items: gate.items.map((item) => ({ ...item, signatures: [] })),
      decisions: [],
    })),
    rounds: [],
    concepts: [],
    selections: [],
    forming: [],
    charters: [],
    scales: [],
    parts: [],
    joints: [],
    draws: [],
    iterations: [],
    trials: [],
    benchmarks: [],
    rubrics: bundle.rubrics.map((rubric) => ({ ...rubric, judges: [], scores: [] })),
    pictures: [],
    actions: [],
  };
}
