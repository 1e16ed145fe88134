import type { ObjectSchema } from 'yup';
import { ValidationError } from 'yup';
import { pool, type Sql, type Tx } from '@/db/connection';
import { problemOf } from '@/db/problems';
import { CoreError } from '@/core/numbers';
import { allowed, findSeat, type Seat, type Target } from './access';
import { linkHolder, ownerId, sharingWith, signedIn, type Actor, type Person } from './actor';
import { momentOfEntry, projectNow, type LocalTime } from './clock';
import { answered, keepAnswer, receive, type Stamp } from './entries';
import { outageOf } from '@/db/outage';
import { ConflictError, FieldError, type Conflict, type Outcome } from './outcome';
import { ACTIONS, byLinkOnly, ROUTES, type ActionName, type Permission } from './policy';
import { writeAs } from './write';

/** What a write works with: the transaction, the person's seat, the project's present, and notes for the person. */
export interface Work {
  tx: Tx;
  seat: Seat;
  projectId: string;
  now: LocalTime;
  /** How long ago the entry was made on its device, in ms; 0 for what is written at once. */
  age: number;
  notes: string[];
}
/** The moment at which a write was made: for an entry, on its device. */
export function momentOf({ seat, now, age }: Pick<Work, 'seat' | 'now' | 'age'>): Date {
  return momentOfEntry(seat.project, now, age);
}

/** A write to a project: what it accepts, which object it touches, what it does. */
export interface Command<I extends object, R> {
  /** Its row in the policy: a server action's name or a route's path. */
  door: ActionName | keyof typeof ROUTES;
  schema: ObjectSchema<I>;
  /** The object touched, looked up in the database; null when it does not exist in the project. */
  target?: (sql: Sql, input: Record<string, unknown>, projectId: string, seat: Seat) => Promise<Target | null>;
  /** What takes long and needs no database: done once the person may write, before a connection is held for it. */
  prepare?: (input: I, seat: Seat) => Promise<void>;
  run: (work: Work, input: I) => Promise<R>;
}

const DENIED = {
  ok: false,
  denied: true,
  message: 'You may not do this here. Sign in again if you think you should.',
} as const;
const SIGNED_OUT = {
  ok: false,
  denied: true,
  signedOut: true,
  message: 'You are signed out. Sign in again; what you entered is kept on this device.',
} as const;

/**
 * The one way a project is written to: find the person → ask the policy about that very object → parse → one
 * transaction with its history. Whoever may not write learns nothing about the fields.
 * With a stamp it is an entry of an outbox: whoever made it writes it, even when a teammate holds the phone by now, and
 * an entry that was received before gets its first answer again, whatever has changed since.
 */
export async function perform<I extends object, R>(
  command: Command<I, R>,
  input: unknown,
  stamp?: Stamp,
): Promise<Outcome<R>> {
  const given = asObject(input);
  const permission = permissionOf(command.door);
  const write = async (): Promise<Outcome<R>> => {
    const actor = await actorFor(permission, stamp?.by);
    if (!actor) return SIGNED_OUT;
    const owner = ownerId(actor);
    const before = stamp && (await answered<R>(pool(), stamp, owner, given));
    if (before) return before;
    const seat = await findSeat(pool(), actor, given.projectId);
    const target = seat && command.target ? await command.target(pool(), given, seat.project.id, seat) : {};
    if (!seat || !target || !allowed(seat, permission, target)) return DENIED;
    const parsed = (await command.schema.validate(given, { abortEarly: false, stripUnknown: true })) as I;
    await command.prepare?.(parsed, seat);
    const { project } = seat;
    const notes: string[] = [];
    const work = { seat, projectId: project.id, now: projectNow(project), age: stamp?.age ?? 0, notes };
    return writeAs(actor, command.door, async (tx): Promise<Outcome<R>> => {
      const twin = stamp && (await receive<R>(tx, stamp, { owner, projectId: project.id, door: command.door, given }));
      if (twin) return twin;
      const result = await command.run({ ...work, tx }, parsed);
      const outcome = { ok: true as const, result, notes };
      if (stamp) await keepAnswer(tx, stamp, outcome);
      return outcome;
    });
  };
  return settle(() => inTime(write()));
}

/** The server action that does one write: `export const removePart = action('removePart', schema, run)`. */
export function action<I extends object, R>(
  door: ActionName,
  schema: ObjectSchema<I>,
  run: Command<I, R>['run'],
  target?: Command<I, R>['target'],
): (input: unknown) => Promise<Outcome<R>> {
  return async (input) => perform({ door, schema, run, target }, input);
}

/** The same for a write outside any project. */
export function actionAs<I extends object, R, P = undefined>(
  door: ActionName,
  schema: ObjectSchema<I>,
  run: (tx: Tx, person: Person, input: I, prepared: P) => Promise<R>,
  prepare?: (sql: Sql, person: Person, input: I) => Promise<P>,
): (input: unknown) => Promise<Outcome<R>> {
  return async (input) => performAs({ door, schema, run, prepare }, input);
}

const LONGEST = 20_000;

/**
 * The outcome of a write, or an outage when none comes in time: the driver never settles a query or a transaction whose
 * connection was cut at the wrong moment. Whether it was written is then not known, and the person is told so.
 */
async function inTime<R>(written: Promise<R>): Promise<R> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<never>((_, reject) => {
    const error = Object.assign(new Error(`no outcome within ${LONGEST} ms`), { code: 'CONNECT_TIMEOUT' });
    timer = setTimeout(() => reject(error), LONGEST);
  });
  return Promise.race([written, late]).finally(() => clearTimeout(timer));
}

/** A write outside any project (a new project, one's own password), by somebody signed in. */
export async function performAs<I extends object, R, P = undefined>(
  command: {
    door: ActionName;
    schema: ObjectSchema<I>;
    /** What comes before the transaction: takes long, or is to stay whatever becomes of the write. */
    prepare?: (sql: Sql, person: Person, input: I) => Promise<P>;
    run: (tx: Tx, person: Person, input: I, prepared: P) => Promise<R>;
  },
  input: unknown,
): Promise<Outcome<R>> {
  const person = await signedIn();
  const door = ACTIONS[command.door];
  if (!person || (door === 'instructor' && person.kind !== 'instructor')) return DENIED;
  return settle(async (sql) => {
    const parsed = (await command.schema.validate(asObject(input), { abortEarly: false, stripUnknown: true })) as I;
    const prepared = (await command.prepare?.(sql, person, parsed)) as P;
    const result = await writeAs(person, command.door, (tx) => command.run(tx, person, parsed, prepared));
    return { ok: true, result, notes: [] };
  });
}

/** Runs a write and puts every kind of refusal into words at its place; anything unexpected goes to the log. */
export async function settle<R>(run: (sql: Sql) => Promise<Outcome<R>>): Promise<Outcome<R>> {
  try {
    return await run(pool());
  } catch (error) {
    if (error instanceof ValidationError) return refused(validationErrors(error));
    if (error instanceof FieldError) return refused({ [error.path]: error.message });
    if (error instanceof CoreError) return refused({ '': error.message });
    if (error instanceof ConflictError) {
      const { message, conflict, errors } = error;
      return { ok: false, message, conflict, ...(errors ? { errors } : {}) };
    }
    const problem = problemOf(error);
    if (problem) return refused({ [problem.field]: problem.message });
    const outage = outageOf(error);
    if (outage) {
      console.error(`${outage} ${String(error)}`);
      return { ok: false, retry: true, message: outage };
    }
    console.error(error);
    return {
      ok: false,
      message: 'This could not be saved because of a fault in the program. Nothing was changed; try again.',
    };
  }
}

/**
 * Checks the outcome of an update that named the version it saw: when no row was written because somebody else
 * was quicker, the person gets both versions.
 */
export async function orConflict<T extends Record<string, unknown>>(
  written: readonly unknown[],
  tx: Tx,
  objectId: string,
  current: () => Promise<(T & { version: number }) | undefined>,
): Promise<void> {
  if (written.length > 0) return;
  const row = await current();
  if (!row) throw new FieldError('', 'This was removed meanwhile.');
  const [last] = await tx<{ name: string; at: Date }[]>`
    select actor_name as name, at from audit where object_id = ${objectId} order by id desc limit 1`;
  const { version, ...theirs } = row;
  const conflict: Conflict = {
    version,
    theirs,
    by: last?.name ?? 'somebody',
    at: (last?.at ?? new Date()).toISOString(),
  };
  throw new ConflictError(conflict);
}

function permissionOf(door: string): Permission {
  const permission = Object.hasOwn(ACTIONS, door) ? ACTIONS[door as ActionName] : ROUTES[door];
  if (!permission || permission === 'anybody' || permission === 'signed-in' || permission === 'instructor') {
    throw new Error(`${door} has no permission of a project in the policy.`);
  }
  return permission;
}

/**
 * Who acts: by account, or for what only a link may do, by link. An entry names who made it: on a shared phone that may
 * be a member who has handed it over since.
 */
async function actorFor(permission: Permission, by?: string): Promise<Actor | null> {
  const actor: Actor | null = byLinkOnly(permission) ? await linkHolder() : await signedIn();
  if (!actor || !by || ownerId(actor) === by) return actor;
  return 'sessionId' in actor ? sharingWith(pool(), actor, by) : null;
}

function asObject(input: unknown): Record<string, unknown> {
  return typeof input === 'object' && input !== null && !Array.isArray(input) ? (input as Record<string, unknown>) : {};
}

function validationErrors(error: ValidationError): Record<string, string> {
  const all = error.inner.length ? error.inner : [error];
  return Object.fromEntries(all.map((one) => [(one.path ?? '').replace(/\[(\d+)\]/g, '.$1'), one.message]));
}

function refused<R>(errors: Record<string, string>): Outcome<R> {
  const whole = errors[''];
  const count = Object.keys(errors).filter(Boolean).length;
  return {
    ok: false,
    errors,
    message: whole ?? `Not saved: ${count === 1 ? 'one field needs' : `${count} fields need`} a look.`,
  };
}
