import { EMPTY_BRIEF } from './format';

type Loose = Record<string, unknown>;

/**
 * Brings a bundle of an older version to the present one, step by step, before it is checked. What does not look as it
 * should is left for the check to name.
 */
export function upgrade(found: Loose): Loose {
  return toFourth(toThird(found));
}

const each = (list: unknown, change: (one: Loose) => Loose) =>
  Array.isArray(list) ? list.map((one) => (isObject(one) ? change(one) : (one as unknown))) : list;

/** Version 4 added gates, machines, test sessions, hazards, who made and checked an iteration, concepts, parts and draws. */
function toFourth(found: Loose): Loose {
  if (found.version !== 3) return found;
  return {
    ...found,
    version: 4,
    ...{ hazards: [], machines: [], sessions: [], gates: [] },
    ...{ rounds: [], concepts: [], selections: [], roles: [], forming: [] },
    ...{ charters: [], scales: [], parts: [], joints: [], draws: [] },
    iterations: each(found.iterations, (one) => ({ ...one, maker: null, heldFor: '', checks: [] })),
    trials: each(found.trials, (one) => ({ ...one, heldFor: '' })),
  };
}

/** Version 3 made the texts of the brief paragraphs, and one source of a requirement a list of sources. */
function toThird(found: Loose): Loose {
  if (found.version !== 1 && found.version !== 2) return found;
  const { project, brief, requirements, statements, sections, people } = found;
  return {
    ...found,
    version: 3,
    project: isObject(project) ? { ...project, hiddenSheets: [], usesSchoolDays: true } : project,
    brief: isObject(brief) ? briefOf(brief) : brief,
    visits: [],
    research: [],
    weighing: [],
    stages: [],
    sections: each(sections, (one) => ({
      ...one,
      extra: each(one.extra, (meeting) => ({ ...meeting, inReserve: false })),
      lost: [],
    })),
    people: each(people, (one) => ({ ...one, leftOn: null })),
    statements: each(statements, (one) => ({ ...one, question: null })),
    requirements: each(requirements, ({ source, said, ...one }) => ({
      ...one,
      counts: '',
      method: null,
      protocol: null,
      verifiedBy: '',
      owner: null,
      team: null,
      reason: '',
      stateOn: null,
      sources: [{ kind: source, said: source === 'client' ? said : null, research: null, note: '' }],
      changes: [],
      budgets: [],
    })),
  };
}

function briefOf({ published, ...texts }: Loose): Loose {
  const rich = Object.fromEntries(Object.entries(texts).map(([key, text]) => [key, paragraphs(text)]));
  const parts: Loose = { ...EMPTY_BRIEF, ...rich };
  const first = {
    number: 1,
    content: { ...parts, limits: [] },
    note: '',
    publishedAt: '1970-01-01T00:00:00.000Z',
    publishedBy: 'the instructor',
  };
  return { ...parts, versions: published === true ? [first] : [] };
}

/** Plain text as paragraphs, as the editor would have written it. */
export function paragraphs(text: unknown): unknown {
  if (typeof text !== 'string') return text;
  if (text.trim() === '') return '';
  const safe = text.trim().replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
  return `<p>${safe.replace(/\n\s*\n/g, '</p><p>').replace(/\n/g, '<br />')}</p>`;
}

const isObject = (value: unknown): value is Loose =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
