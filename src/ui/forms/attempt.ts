import type { Outcome } from '@/server/outcome';
import { noteOwnWrite } from '@/ui/live/own';

/** Whether an entry is kept on this device and not with the server yet. */
export function isKept(result: unknown): boolean {
  return typeof result === 'object' && result !== null && 'waiting' in result;
}

/** Why something was not done, where there is no field to say it at. */
export function reasonOf({ message, errors }: { message: string; errors?: Record<string, string> }): string {
  return Object.values(errors ?? {})[0] ?? message;
}

/** What is said once something was done: that it waits on this device, or the words given. */
export function doneWords({ result, notes }: { result: unknown; notes: string[] }, done: string): string {
  return [...(isKept(result) ? [] : [done]), ...notes.map((note) => `${note}.`)].join(' ');
}

/** Calls the server; no answer is an answer too. */
export async function attempt<R>(call: () => Promise<Outcome<R>>): Promise<Outcome<R>> {
  try {
    const outcome = await call();
    if (outcome.ok) noteOwnWrite();
    return outcome;
  } catch {
    return {
      ok: false,
      message:
        'The server did not answer. What you typed is saved in this browser. Try again when you are back online.',
    };
  }
}
