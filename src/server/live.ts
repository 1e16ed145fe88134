import { entryOf, type Topic } from '@/db/catalogue';
import { pool } from '@/db/connection';

/**
 * What a viewer is sent: which subjects changed and which revision of the project that made (null: nobody knows what was
 * missed), or the new content of a view that all its viewers share.
 */
export type LiveMessage =
  { kind: 'changed'; topics: Topic[] | null; revision: number } | { kind: 'view'; data: unknown };

export interface Viewer {
  projectId: string;
  /** The account of somebody signed in; null for a link. */
  accountId: string | null;
  /** A view that many look at is loaded once a change and sent to all: its name and how to load it. */
  view?: { name: string; load: () => Promise<unknown>; on: readonly Topic[] };
  send: (message: LiveMessage) => void;
  close: () => void;
}

interface Hub {
  viewers: Set<Viewer>;
  /** What changed in each project since viewers were told. */
  changes: Map<string, Changed>;
  timer: NodeJS.Timeout | null;
  listening: Promise<unknown> | null;
}
interface Changed {
  /** Null: anything may have. */
  topics: Set<Topic> | null;
  revision: number;
}
const MOST_VIEWERS = 2000;
/** Of one account: somebody's open pages on all their devices. */
const MOST_OF_ONE = 20;
/** Changes that come together are told together. */
const GATHER = 150;
const hold = globalThis as unknown as { ironstoneHub?: Hub };
const hub = (): Hub => (hold.ironstoneHub ??= { viewers: new Set(), changes: new Map(), timer: null, listening: null });

/**
 * Tells a viewer of changes in a project from now on; the returned function ends that. One connection of this process
 * listens for all viewers; after the database was away, everybody looks again. Null when there are too many viewers, or too many of this account.
 */
export async function view(viewer: Viewer): Promise<(() => void) | null> {
  const { viewers } = hub();
  const own = [...viewers].filter((one) => viewer.accountId !== null && one.accountId === viewer.accountId);
  if (viewers.size >= MOST_VIEWERS || own.length >= MOST_OF_ONE) return null;
  viewers.add(viewer);
  try {
    await listen();
  } catch (error) {
    viewers.delete(viewer);
    throw error;
  }
  return () => void viewers.delete(viewer);
}

/** How many viewers this process has. */
export function viewerCount(): number {
  return hub().viewers.size;
}

function listen(): Promise<unknown> {
  const here = hub();
  here.listening ??= pool()
    .listen('ironstone', heard, tellAll)
    .catch((error: unknown) => {
      here.listening = null;
      throw error;
    });
  return here.listening;
}

/**
 * A note from the database: "<project> <table> <operation>", "<project> revision <number>" behind all those of a
 * transaction, or "<account> session update" when a session ended.
 */
function heard(note: string) {
  const { viewers, changes } = hub();
  const [id = '', kind = '', operation = ''] = note.split(' ');
  if (kind === 'session') {
    for (const one of viewers) if (one.accountId === id) one.close();
    return;
  }
  // A link may have been ended, somebody may have left: they come again, and are let in or not.
  const [links, accounts] = [kind === 'access_link', kind === 'enrolment' || kind === 'project_instructor'];
  if ((links || accounts) && operation !== 'insert')
    for (const one of viewers) if (one.projectId === id && (one.accountId === null) === links) one.close();
  const changed = changes.get(id) ?? { topics: new Set(), revision: 0 };
  if (kind === 'revision') changed.revision = Math.max(changed.revision, Number(operation));
  else changed.topics?.add(entryOf(kind).topic);
  changes.set(id, changed);
  gather();
}

/** After listening began anew, nobody knows what was missed. */
function tellAll() {
  const { viewers, changes } = hub();
  for (const { projectId } of viewers) changes.set(projectId, { topics: null, revision: 0 });
  gather();
}

function gather() {
  const here = hub();
  here.timer ??= setTimeout(() => {
    here.timer = null;
    const { changes } = here;
    here.changes = new Map();
    for (const [projectId, changed] of changes) void tell(projectId, changed);
  }, GATHER);
}

async function tell(projectId: string, { topics, revision }: Changed): Promise<void> {
  const concerned = [...hub().viewers].filter((one) => one.projectId === projectId);
  const views = new Map<string, Viewer[]>();
  for (const viewer of concerned) {
    if (!viewer.view) viewer.send({ kind: 'changed', topics: topics && [...topics], revision });
    else if (!topics || viewer.view.on.some((topic) => topics.has(topic)))
      views.set(viewer.view.name, [...(views.get(viewer.view.name) ?? []), viewer]);
  }
  for (const viewers of views.values()) {
    try {
      const data = await viewers[0]!.view!.load();
      for (const viewer of viewers) viewer.send({ kind: 'view', data });
    } catch (error) {
      console.error(`A view could not be loaded for its viewers: ${String(error)}`);
    }
  }
}
